import { useCallback, useEffect, useState } from "react";
import type { series } from "@studies/chart/series";
import { signedPercent } from "@studies/words/words";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { seriesOptions, type SeriesChart } from "~/charts/series-chart";
import { hrefOf, useHere, type Here } from "~/here";
import { Legend } from "~/ui/legend";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof series>;
type Plain = {
  readonly [K in keyof Answer]: Answer[K] extends Float64Array | Int32Array ? readonly (number | null)[] : Answer[K];
};

/** The chart beside a list: it follows the row that has the keyboard. */
export function ChartBeside({ of, name }: { of: string | undefined; name: string }) {
  const here = useHere();
  const shown = useSeries(here, of);
  const options = useCallback((theme: ChartTheme) => seriesOptions(theme, shown!), [shown]);
  return (
    <aside aria-label="Chart of the row" aria-live="polite" className="min-w-0 border border-rule bg-raised p-3">
      <p className="flex items-baseline justify-between gap-3">
        <span className="heading">{name || "Choose a row"}</span>
        {shown && <span className="text-soft">{signedPercent(shown.r63)} in three months</span>}
      </p>
      {shown ? (
        <>
          <Chart
            className="h-[300px]"
            label={`${shown.name} over a year with averages and its line relative to ${shown.referenceName}.`}
            options={options}
            days={shown.days}
          />
          <Legend
            entries={[
              { label: "close", colour: "var(--ink)", line: "solid" },
              { label: "50 sessions, simple", colour: "var(--indigo)", line: "dashed" },
              { label: "200 sessions, simple", colour: "var(--soft)", line: "dotted" },
            ]}
          />
        </>
      ) : (
        <p className="mt-2 text-soft">Up and Down walk the list; its chart changes here. A full stop closes it.</p>
      )}
    </aside>
  );
}

/** The line of a member, asked for a moment after the keyboard came to rest on it. */
function useSeries(here: Here, key: string | undefined): SeriesChart | undefined {
  const [shown, setShown] = useState<{ key: string; series: SeriesChart }>();
  const address = key === undefined ? undefined : hrefOf({ ...here, focus: [] }, "/data/series", { key, as: "json" });
  useEffect(() => {
    if (address === undefined) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      fetch(address, { signal: stop.signal })
        .then(async (response) => (response.ok ? ((await response.json()) as { result: Plain }) : undefined))
        .then((answer) => {
          if (answer) setShown({ key: address, series: columnsOf(answer.result) });
        })
        .catch(() => undefined);
    }, 60);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [address]);
  return address === undefined ? undefined : shown?.series;
}

function columnsOf(plain: Plain): SeriesChart {
  const column = (values: readonly (number | null)[]) => Float64Array.from(values, (x) => x ?? NaN);
  return {
    name: plain.name,
    referenceName: plain.referenceName,
    r63: plain.r63,
    days: Int32Array.from(plain.days, (x) => x ?? 0),
    close: column(plain.close),
    average50: column(plain.average50),
    average200: column(plain.average200),
    relative: column(plain.relative),
  };
}
