import type { SignalRecord } from "@studies/signal-records";
import { date, percent, signedPercent } from "@studies/words";
import { StateMark } from "./lanes-table";

const SHOWN = 12;

/** The latest signals of a lane or system with what came of each, and how all finished ones came out. */
export function Signals({ name, signals }: { name: string; signals: readonly SignalRecord[] }) {
  const ended = signals.filter((s) => !s.open);
  const side = (state: 1 | -1) => ended.filter((s) => s.state === state);
  return (
    <div>
      <p className="text-soft">
        {name}: {outcome("up", side(1), (r) => r > 0)}; {outcome("down", side(-1), (r) => r < 0)}.
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
          {signals
            .slice(-SHOWN)
            .reverse()
            .map((s) => (
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

function outcome(word: string, signals: readonly SignalRecord[], right: (r: number) => boolean): string {
  if (signals.length === 0) return `no finished ${word} signal yet`;
  const hits = signals.filter((s) => right(s.outcome)).length;
  const moves = signals.map((s) => s.outcome).sort((a, b) => a - b);
  const middle = moves[moves.length >> 1]!;
  const worst = word === "up" ? moves[0]! : moves[moves.length - 1]!;
  return `${hits} of ${signals.length} ${word} signals (${percent(hits / signals.length, 0)}) went their way, middle outcome ${signedPercent(middle)}, worst ${signedPercent(worst)}`;
}
