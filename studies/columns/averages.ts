import { ema, sma, seriesOf, type Panel } from "@core";
import { closesOf, panelColumn } from "./panel-series";
import type { PerInstrument } from "@studies/market/derived";
import type { ColumnData } from "@studies/market/market-data";

export type AverageKind = "ema" | "sma";

/** A moving average of the closes of every instrument. */
export function averageColumn(kind: AverageKind, n: number): PerInstrument {
  return {
    name: `${kind}:${n}`,
    // The one that Today needs.
    stored: kind === "ema" && n === 50,
    derive({ panel }) {
      const whole = panelColumn(panel);
      const average = kind === "ema" ? ema : sma;
      for (let i = 0; i < panel.count; i++)
        average(closesOf(panel, i), n, seriesOf(whole, panel.stride, i, panel.sessions.length));
      return whole;
    },
    ...(kind === "ema"
      ? {
          extend: ({ panel }: ColumnData, whole: Float64Array, from: number) => {
            extendEma(panel, n, whole, from);
          },
        }
      : {}),
  };
}

/** Carries the averages on; an instrument whose average was not defined yet is calculated anew. */
function extendEma({ count, stride, sessions, close }: Panel, n: number, whole: Float64Array, from: number): void {
  const a = 2 / (n + 1);
  for (let base = 0; base < count * stride; base += stride) {
    let s = base + from - 1;
    while (s >= base && Number.isNaN(close[s])) s--;
    if (s < base || Number.isNaN(whole[s])) {
      const own = [base, base + sessions.length] as const;
      ema(close.subarray(...own), n, whole.subarray(...own));
      continue;
    }
    let e = whole[s]!;
    for (let t = base + from; t < base + sessions.length; t++) {
      const c = close[t]!;
      whole[t] = Number.isNaN(c) ? NaN : (e += a * (c - e));
    }
  }
}
