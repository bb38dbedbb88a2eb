import { SIGNAL_COLUMNS } from "@studies/timing/signal-columns";
import type { LaneSignals, SignalSummary } from "@studies/timing/signal-records";
import { date, percent, signedPercent } from "@studies/words/words";
import { StateMark } from "~/ui/state-mark";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

/** The latest signals of a lane or system with what came of each, and how all finished ones came out. */
export function Signals({ name, signals }: { name: string; signals: LaneSignals }) {
  return (
    <div>
      <p className="text-soft">
        {name}: {outcome("up", signals.up)}; {outcome("down", signals.down)}.
      </p>
      <PlainTable
        caption={`Latest signals of ${name}`}
        className="mt-1"
        rows={[...signals.latest].reverse()}
        rowKey={(s) => s.day}
        rowClassName="h-[25px]"
        columns={[
          { key: "date", label: label("date"), cellClassName: "whitespace-nowrap", cell: (s) => date(s.day) },
          {
            key: "state",
            label: "",
            spoken: label("state"),
            text: true,
            className: "pl-2",
            cell: (s) => <StateMark state={s.state} />,
          },
          {
            key: "sessions",
            label: label("sessions"),
            cell: (s) => (
              <>
                {s.sessions}
                {s.open && <span className="text-soft"> so far</span>}
              </>
            ),
          },
          {
            key: "outcome",
            label: label("outcome"),
            cellClassName: (s) => signColour(s.outcome),
            cell: (s) => signedPercent(s.outcome),
          },
          { key: "lowest", label: label("lowest"), cellClassName: "text-soft", cell: (s) => signedPercent(s.lowest) },
          { key: "highest", label: label("highest"), cellClassName: "text-soft", cell: (s) => signedPercent(s.highest) },
        ]}
      />
    </div>
  );
}

/** The label of a column, as the data twin has it. */
function label(key: string): string {
  return SIGNAL_COLUMNS.find((c) => c.key === key)!.label;
}

function outcome(word: string, { n, right, median, worst }: SignalSummary): string {
  if (n === 0) return `no finished ${word} signal yet`;
  return `${right} of ${n} ${word} signals (${percent(right / n, 0)}) went their way, median outcome ${signedPercent(median)}, worst ${signedPercent(worst)}`;
}
