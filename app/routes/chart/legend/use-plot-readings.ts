import { useEffect, useState } from "react";
import type { TypedReading } from "@studies/chart/plots/read-typed";

/** So long after the last key that what is offered is asked for. */
const PAUSE_MS = 120;

interface Answer {
  readonly result?: { readonly rows: readonly { readonly value: string; readonly says: string }[] };
}

/** What the plots among some readings say now, by their texts; asked a moment after the last key. */
export function usePlotReadings(twin: string, readings: readonly TypedReading[]): ReadonlyMap<string, string> {
  const [said, setSaid] = useState<ReadonlyMap<string, string>>(new Map());
  const asked = readings.flatMap((r) => ("plot" in r && !r.plot.startsWith("system_") ? [r.plot] : [])).join("\n");
  useEffect(() => {
    if (asked === "") return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      const texts = asked.split("\n");
      const query = new URLSearchParams(texts.map((text) => ["plot", text]));
      void fetch(`${twin}&${query.toString()}`, { signal: stop.signal })
        .then((response) => (response.ok ? (response.json() as Promise<Answer>) : {}))
        .then((answer: Answer) => {
          const rows = answer.result?.rows ?? [];
          setSaid(new Map(rows.map((row, k) => [texts[k]!, row.says === "" ? row.value : `${row.value}, ${row.says}`])));
        })
        .catch(() => undefined);
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [twin, asked]);
  return said;
}
