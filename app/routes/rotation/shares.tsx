import { fixed, percent } from "@studies/words";

interface Props {
  readonly phases: readonly { readonly phase: string; readonly members: number; readonly value: number }[];
  readonly temperaments: readonly { readonly temperament: string; readonly members: number; readonly ahead: number }[];
}

const TINTS = ["bg-teal", "bg-teal/45", "bg-rust", "bg-rust/45"];

/** How the set is spread over the phases, by market value where it is known, and how many of each temperament are ahead. */
export function Shares({ phases, temperaments }: Props) {
  const valued = phases.some((p) => !Number.isNaN(p.value));
  const members = phases.reduce((sum, p) => sum + p.members, 0);
  if (members === 0) return null;
  const shareOf = (p: Props["phases"][number]) => (valued ? p.value : p.members / members);
  return (
    <section>
      <h2 className="heading">{valued ? "Market value by phase" : "Members by phase"}</h2>
      <div aria-hidden className="mt-2 flex h-3 w-full overflow-hidden rounded-sm">
        {phases.map((p, k) => (
          <span key={p.phase} className={TINTS[k]} style={{ width: `${100 * shareOf(p)}%` }} />
        ))}
      </div>
      <table className="mt-2 w-full">
        <caption className="sr-only">Shares by phase</caption>
        <tbody>
          {phases.map((p, k) => (
            <tr key={p.phase} className="h-6">
              <th scope="row" className="text-left font-normal">
                <i aria-hidden className={`mr-2 inline-block size-2.5 rounded-full ${TINTS[k]!}`} />
                {p.phase}
              </th>
              <td className="text-right">{fixed(p.members)}</td>
              <td className="w-16 text-right">{percent(shareOf(p), 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {temperaments.length > 0 && (
        <p className="mt-2 text-soft">
          Ahead by temperament:{" "}
          {temperaments.map((t) => `${t.temperament} ${t.ahead} of ${t.members} (${percent(t.ahead / t.members, 0)})`).join(", ")}
          .
        </p>
      )}
    </section>
  );
}
