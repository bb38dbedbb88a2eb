import { fixed, percent } from "@studies/words/words";
import { Explained } from "~/ui/term";
import { PlainTable } from "~/ui/table/plain-table";

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
      <PlainTable
        caption="Shares by phase"
        hasNoHead
        className="mt-1"
        rows={phases}
        rowKey={(p) => p.phase}
        columns={[
          { key: "phase", label: "phase", cellClassName: "whitespace-nowrap", cell: (p) => <Explained text={p.phase} /> },
          { key: "members", label: "members", className: "pl-2", cell: (p) => fixed(p.members) },
          {
            key: "bar",
            label: "",
            className: "w-[34%] pl-3",
            cell: (p) => <i aria-hidden className="block h-2 rounded-sm bg-ink/60" style={{ width: `${100 * shareOf(p)}%` }} />,
          },
          {
            key: "share",
            label: "share",
            className: "w-10 pl-0",
            cellClassName: "font-semibold",
            cell: (p) => percent(shareOf(p), 0),
          },
        ]}
      />
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
