import { clsx } from "clsx";
import type { LaneNow } from "@studies/timing/timing-now";
import { count, date, signedPercent } from "@studies/words/words";
import { StateMark } from "~/ui/state-mark";
import { Explained } from "~/ui/term";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

interface Props {
  readonly lanes: readonly (LaneNow & { readonly next: string })[];
  readonly provisional: boolean;
}

/** The lanes from fast to slow: state, age, what the composite did since, and what would change it. */
export function LanesTable({ lanes, provisional }: Props) {
  return (
    <PlainTable
      caption="The four lanes and what would change each"
      rows={lanes}
      rowKey={(l) => l.lane}
      rowClassName={clsx("h-[31px]", provisional && "bg-(--amber-edge)/12")}
      columns={[
        {
          key: "lane",
          label: "Lane",
          headClassName: "font-semibold text-ink",
          cellClassName: "pr-5 font-semibold",
          cell: (l) => <Explained text={l.lane} around="lane" />,
        },
        {
          key: "state",
          label: "state",
          text: true,
          className: "pl-0",
          cellClassName: "whitespace-nowrap",
          cell: (l) => (
            <>
              <StateMark state={l.state} />
              {provisional && <span className="ml-2 text-amber">provisional</span>}
            </>
          ),
        },
        {
          key: "since",
          label: "since",
          text: true,
          className: "pl-4",
          cellClassName: "whitespace-nowrap",
          cell: (l) =>
            Number.isNaN(l.age) ? "–" : l.age === 0 ? "this session" : `${date(l.since)}, ${count(l.age, "session")}`,
        },
        {
          key: "change",
          label: "composite since",
          className: "pl-4",
          cellClassName: (l) => signColour(l.change),
          cell: (l) => signedPercent(l.change),
        },
        {
          key: "next",
          label: "what would change it at the next close",
          text: true,
          className: "pl-6",
          cellClassName: "text-soft",
          cell: (l) => l.next,
        },
      ]}
    />
  );
}
