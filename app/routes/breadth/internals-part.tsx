import { useCallback } from "react";
import type { internals } from "@studies/breadth/internals";
import { count, date, percent, signed } from "@studies/words/words";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { internalsOptions } from "~/charts/internals-chart";
import { FollowedTable } from "~/ui/followed-table";
import type { ResultOf } from "~/wire";
import { Explained } from "~/ui/term";
import { pinProps } from "~/ui/pin/pin-props";

/** Advances and declines, McClellan, new highs and lows, thrusts. */
export function InternalsPart({ data, twin }: { data: ResultOf<typeof internals>; twin: string }) {
  const options = useCallback((theme: ChartTheme) => internalsOptions(theme, { ...data, thrusts: data.thrusts.days }), [data]);
  const { now, thrusts } = data;
  const facts = [
    ["rose, fell, unchanged", `${now.advances}, ${now.declines}, ${now.unchanged}`],
    ["up-volume", percent(now.upVolume, 0)],
    ["advance-decline line in a week", signed(now.line - now.lineWeekAgo, 0)],
    ["McClellan oscillator, was", `${signed(now.oscillator, 0)}, ${signed(now.oscillatorBefore, 0)}`],
    ["summation", signed(now.summation, 0)],
    ["new highs, new lows of 252", `${now.highs}, ${now.lows} of ${now.counted}`],
  ] as const;
  return (
    <section className="mt-6" {...pinProps({ twin, show: "reading", name: "inside the move" })}>
      <h2 className="heading">Inside the move</h2>
      <div className="mt-1 grid grid-cols-[minmax(0,3fr)_minmax(260px,1fr)] gap-7">
        <figure className="relative">
          <figcaption className="sr-only">
            Advance-decline line, McClellan oscillator and summation, new highs and lows
          </figcaption>
          {["advance-decline line", "McClellan oscillator, summation as line", "new highs, new lows below"].map((label, k) => (
            <span
              key={label}
              className="absolute left-1 z-10 bg-paper/80 px-1 text-[12px] text-soft"
              style={{ top: [0, 98, 208][k] }}
            >
              <Explained text={label} />
            </span>
          ))}
          <Chart
            className="h-[326px]"
            label="Advance-decline line, McClellan oscillator and summation, new highs and lows; the figures are in the data twin named internals."
            options={options}
            days={data.days}
          />
        </figure>
        <div>
          <dl>
            {facts.map(([label, value]) => (
              <div key={label} className="flex justify-between gap-3 border-b border-rule py-[5px]">
                <dt className="text-soft">
                  <Explained text={label} />
                </dt>
                <dd className="font-semibold">{value}</dd>
              </div>
            ))}
          </dl>
          <p className="pt-2 text-soft">
            <Explained
              text={
                thrusts.days.length === 0
                  ? "There has been no thrust yet."
                  : `${count(thrusts.days.length, "thrust")}, the last on ${date(thrusts.days[thrusts.days.length - 1]!)}; what followed:`
              }
            />
          </p>
        </div>
      </div>
      {thrusts.days.length > 0 && (
        <div className="mt-2">
          <FollowedTable rows={thrusts.followed} caption="What followed thrusts" />
        </div>
      )}
    </section>
  );
}
