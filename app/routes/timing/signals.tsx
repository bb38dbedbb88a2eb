import type { SignalSummary } from "@studies/timing/signal-records";
import type { LaneSignals } from "@studies/timing/signal-records";
import { date, percent, signedPercent } from "@studies/words/words";
import { StateMark } from "~/ui/state-mark";

/** The latest signals of a lane or system with what came of each, and how all finished ones came out. */
export function Signals({ name, signals }: { name: string; signals: LaneSignals }) {
  return (
    <div>
      <p className="text-soft">
        {name}: {outcome("up", signals.up)}; {outcome("down", signals.down)}.
      </p>
      <table className="mt-1 w-full border-separate border-spacing-0">
        <caption className="sr-only">Latest signals of {name}</caption>
        <thead>
          <tr className="text-soft">
            {["signal", "", "sessions", "until the next", "worst on the way", "best"].map((label, k) => (
              <th
                key={label}
                scope="col"
                className={`border-b border-ink/60 pb-1 font-normal whitespace-nowrap ${k < 2 ? "text-left" : "pl-3 text-right"}`}
              >
                {label || <span className="sr-only">state</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[...signals.latest].reverse().map((s) => (
            <tr key={s.day} className="h-[25px]">
              <th scope="row" className="border-b border-rule text-left font-normal whitespace-nowrap">
                {date(s.day)}
              </th>
              <td className="border-b border-rule pl-2">
                <StateMark state={s.state} />
              </td>
              <td className="border-b border-rule pl-3 text-right">
                {s.sessions}
                {s.open && <span className="text-soft"> so far</span>}
              </td>
              <td
                className={`border-b border-rule pl-3 text-right ${s.outcome > 0 ? "text-teal" : s.outcome < 0 ? "text-rust" : ""}`}
              >
                {signedPercent(s.outcome)}
              </td>
              <td className="border-b border-rule pl-3 text-right text-soft">{signedPercent(s.lowest)}</td>
              <td className="border-b border-rule pl-3 text-right text-soft">{signedPercent(s.highest)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function outcome(word: string, { n, right, median, worst }: SignalSummary): string {
  if (n === 0) return `no finished ${word} signal yet`;
  return `${right} of ${n} ${word} signals (${percent(right / n, 0)}) went their way, median outcome ${signedPercent(median)}, worst ${signedPercent(worst)}`;
}
