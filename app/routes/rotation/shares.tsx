import { fixed, percent } from "@studies/words/words";
import { Explained } from "~/ui/term";

interface Props {
  readonly phases: readonly { readonly phase: string; readonly members: number; readonly value: number }[];
  readonly temperaments: readonly { readonly temperament: string; readonly members: number; readonly ahead: number }[];
}

/** How the set is spread over the phases, by market value where it is known, and how many of each temperament are ahead. */
export function Shares({ phases, temperaments }: Props) {
  const valued = phases.some((p) => !Number.isNaN(p.value));
  const members = phases.reduce((sum, p) => sum + p.members, 0);
  if (members === 0) return null;
  const shareOf = (p: Props["phases"][number]) => (valued ? p.value : p.members / members);
  return (
    <section>
      <h2 className="heading">{valued ? "Market value by phase" : "Members by phase"}</h2>
      <table className="mt-1 w-full border-separate border-spacing-0">
        <caption className="sr-only">Shares by phase</caption>
        <tbody>
          {phases.map((p) => (
            <tr key={p.phase} className="h-[27px]">
              <th scope="row" className="border-b border-rule/70 text-left font-normal whitespace-nowrap">
                <Explained text={p.phase} />
              </th>
              <td className="border-b border-rule/70 pl-2 text-right">{fixed(p.members)}</td>
              <td className="w-[34%] border-b border-rule/70 pl-3">
                <i aria-hidden className="block h-2 rounded-sm bg-ink/60" style={{ width: `${100 * shareOf(p)}%` }} />
              </td>
              <td className="w-10 border-b border-rule/70 text-right font-semibold">{percent(shareOf(p), 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {temperaments.length > 0 && (
        <p className="mt-2 text-soft">
          Ahead by <Explained text="temperament" />:{" "}
          {temperaments.map((t) => `${t.temperament} ${t.ahead} of ${t.members} (${percent(t.ahead / t.members, 0)})`).join(", ")}
          .
        </p>
      )}
    </section>
  );
}
