import { useCallback, useEffect, useMemo, useRef } from "react";
import { useFetcher } from "react-router";
import type { chart } from "@studies/chart/chart";
import { barWords } from "~/charts/bar-words";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { priceChartOptions } from "~/charts/price-chart";
import { SentenceText } from "~/ui/reading";
import { fromWire, type ResultOf } from "~/wire";
import type { loader as chartLoader } from "./chart";

interface Props {
  readonly ticker: string;
  /** Address of its data. */
  readonly href: string;
  /** Whether it is the one in hand; one that is not is drawn behind it, so that it is there when it is asked for. */
  readonly isShown: boolean;
}

type ChartResult = ResultOf<typeof chart>;

/** The data of a chart, got before it is asked for. */
function useFlicked(href: string) {
  const fetcher = useFetcher<typeof chartLoader>({ key: href });
  const isAsked = useRef(false);
  useEffect(() => {
    if (isAsked.current || fetcher.data !== undefined) return;
    isAsked.current = true;
    void fetcher.load(href);
  });
  return fetcher.data;
}

/** Gets the data of a chart that is some steps away. */
export function Ready({ href }: { readonly href: string }) {
  useFlicked(href);
  return null;
}

/** A chart, large, with its reading. */
export function FlickedChart({ ticker, href, isShown }: Props) {
  const data = useFlicked(href);
  const wired = data?.chart;
  const result = useMemo(() => (wired ? fromWire<ChartResult>(wired.result) : undefined), [wired]);
  return (
    <div inert={!isShown} className={`absolute inset-0 flex flex-col ${isShown ? "" : "invisible"}`}>
      <p className="line-clamp-2 min-h-11 font-serif text-[16px] leading-[22px]">
        {wired?.reading.map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
        {data && !wired && `${ticker} is not known at this date.`}
      </p>
      {result ? <Picture result={result} /> : <p className="text-soft">{data ? "" : "Its chart is on the way…"}</p>}
    </div>
  );
}

function Picture({ result }: { readonly result: ChartResult }) {
  const shown = useMemo(() => ({ ...result, drawings: result.drawings.filter((d) => !d.isLater), trades: undefined }), [result]);
  const options = useCallback((theme: ChartTheme) => priceChartOptions(theme, shown, "linear"), [shown]);
  const words = useCallback((k: number) => barWords(result, k), [result]);
  return (
    <Chart
      className="min-h-0 w-full flex-1"
      label={`${result.name}, ${result.sampling} candles`}
      words={words}
      options={options}
      days={result.days}
    />
  );
}
