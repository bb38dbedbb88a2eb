import { isAbove, isBelow, measureOf, swings, volumeClimaxes, type Params } from "@core";
import { count, fixed, percent, signedPercent } from "@studies/words/words";
import { closesOn, shownOf } from "../shown";
import type { Drawn, DrawnLine } from "./drawn";
import type { PlotContext } from "./plot-context";
import type { PlotKind } from "./plot-kind";
import { barCount, guideWords, motionWords, overlayWords, shareOfLegWords, valueWords } from "./plot-words";

/** A plot of measures: its lines, read by the first of them, or as its kind is read. */
export function drawLines(context: PlotContext, kind: PlotKind, params: Params): Drawn {
  const lines = (kind.lines ?? []).map(({ name, use, style }): DrawnLine => ({
    name,
    values: context.column(use(params)),
    style: style ?? "line",
  }));
  const { close, range, sampling } = context;
  const last = lines.map((line) => line.values[line.values.length - 1] ?? NaN);
  const first = kind.lines![0]!.use(params).measure;
  const { unit } = measureOf(first);
  const said = (x: number) => valueWords(x, unit, close);
  const reads = (value: string, says: string): Drawn => ({ value, says, lines });
  switch (kind.name) {
    case "bollinger":
    case "extremes":
    case "regression channel": {
      const [low, high] = [Math.min(last[0]!, last.at(-1)!), Math.max(last[0]!, last.at(-1)!)];
      if (Number.isNaN(low)) return reads("–", "");
      const place = (100 * (close - low)) / (high - low);
      const where = isAbove(close, high)
        ? "close above both"
        : isBelow(close, low)
          ? "close below both"
          : `close at ${fixed(place)} of 100 between them`;
      return reads(`${said(low)} to ${said(high)}`, `${percent((high - low) / close)} wide; ${where}`);
    }
    case "macd":
    case "ppo": {
      const at = kind.name === "macd" ? 1 : 0;
      const [line, signal] = [lines[at]!.values, lines[at + 1]!.values];
      return reads(said(last[at]!), crossedWords(line, signal, "its signal", context));
    }
    case "stochastic":
      return reads(said(last[0]!), guideWords(lines[0]!.values, kind.guides ?? [], unit, sampling));
    case "directional movement":
      return reads(
        said(last[0]!),
        `${motionWords(lines[0]!.values, sampling)}; +DI ${fixed(last[1]!)}, −DI ${fixed(last[2]!)}: ${
          last[1]! > last[2]! ? "up" : "down"
        } prevails`,
      );
    case "trend":
      return reads(said(last[0]!), crossedWords(lines[1]!.values, lines[2]!.values, "the slow average", context, "fast average"));
    case "volume":
      return volumeWords(context, lines);
    default: {
      const { values } = lines[0]!;
      if (kind.place === "price") return reads(said(last[0]!), overlayWords(values, close, range));
      return reads(said(last[0]!), guideWords(values, kind.guides ?? [], unit, sampling));
    }
  }
}

/** On which side of another line one is, and for how long: "above its signal for 6 sessions". */
function crossedWords(line: Float64Array, other: Float64Array, name: string, context: PlotContext, own = ""): string {
  const gap = line.map((x, k) => (isAbove(x, other[k]!) ? 1 : isBelow(x, other[k]!) ? -1 : NaN));
  const known = gap.filter((x) => !Number.isNaN(x));
  const side = known.at(-1);
  if (side === undefined) return "";
  const since = known.length - 1 - known.findLastIndex((x) => x !== side);
  return `${own === "" ? "" : `${own} `}${side > 0 ? "above" : "below"} ${name} for ${barCount(since, context.sampling)}`;
}

function volumeWords({ samples, sampling }: PlotContext, lines: readonly DrawnLine[]): Drawn {
  const [volume, average] = [lines[0]!.values, lines[1]!.values];
  const k = volume.length - 1;
  const found = volumeClimaxes(samples.bars.close, volume, average);
  const latest = found.at(-1);
  const times = volume[k]! / average[k]!;
  const said = Number.isNaN(times) ? "" : `${fixed(times, 1)} times its average`;
  const last = latest ? `; last climax ${barCount(k - latest.at, sampling)} ago at a ${latest.sign > 0 ? "high" : "low"}` : "";
  return {
    value: valueWords(volume[k] ?? NaN, "volume", NaN),
    says: `${said}${last}`,
    lines,
    marks: found.map(({ at, sign }) => ({ sample: at, sign: 0, words: `volume climax at a ${sign > 0 ? "high" : "low"}` })),
  };
}

/** Its line relative to a benchmark, 100 at the first sample that is shown with both. */
export function drawRelative(context: PlotContext, benchmark: string, start: number): { drawn: Drawn; name: string } | undefined {
  const { market, shown, samples, sampling } = context;
  const isBroad = benchmark === "the broad index";
  const other = shownOf(market, isBroad ? (market.row.broadIndex ?? "market:") : benchmark);
  if (!other) return undefined;
  if (other.name === shown.name) return { name: other.name, drawn: { value: "–", says: "which it is itself" } };
  const theirs = context.atSamples(closesOn(other, shown.days), shown.days);
  const { close } = samples.bars;
  const ratio = close.map((c, k) => c / theirs[k]!);
  const from = ratio.findIndex((x, k) => k >= start && !Number.isNaN(x));
  const values = ratio.map((x) => (100 * x) / ratio[from]!);
  return {
    name: other.name,
    drawn: {
      value: fixed(values[values.length - 1] ?? NaN, 1),
      says: motionWords(values, sampling),
      lines: [{ name: `relative to ${other.name}`, values, style: "line" }],
    },
  };
}

/** The turns of the closes, numbered from the first one shown, and the present leg (method 16, S74). */
export function drawSwings({ shown, samples, sampling }: PlotContext, start: number): Drawn {
  const { bars } = samples;
  const { pivots, running } = swings(bars);
  const own = pivots.filter((p) => p.at >= start);
  const values = new Float64Array(bars.close.length).fill(NaN);
  const numbers: [number, string][] = [];
  own.forEach((p, k) => {
    values[p.at] = p.close;
    numbers.push([p.at, String(k + 1)]);
  });
  if (running) values[running.at] = running.close;
  const last = pivots.at(-1);
  const lines = [{ name: "swings", values, style: "line" as const, numbers }];
  if (!last || !running) return { value: count(0, "turn"), says: `no turn of ${shown.name} is confirmed yet`, lines };
  const leg = running.close / last.close - 1;
  return {
    value: count(numbers.length, "turn"),
    says: `now ${signedPercent(leg)} from the ${last.kind} ${barCount(running.at - last.at, sampling)} before its ${
      running.kind
    }${shareOfLegWords({ pivots, running })}; not confirmed`,
    lines,
  };
}
