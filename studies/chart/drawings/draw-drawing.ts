import {
  firstFrom,
  lineReading,
  measuredMove,
  retracementLevel,
  retracementReading,
  RETRACEMENT_SHARES,
  swings,
  zoneReading,
  type Anchor,
  type MeasuredBars,
} from "@core";
import { capital } from "@studies/words/words";
import type { ShownSamples } from "../shown";
import type { DrawingVersion, SavedDrawing } from "@studies/drawings/drawing-schema";
import { anchorsOf, byTime, partsOf, type ValueAt } from "@studies/drawings/drawing-parts";
import { versionAt } from "@studies/drawings/version-at";
import { channelWords, lineWords, moveWords, retracementWords, swingsWords, zoneWords } from "./drawing-words";
import type { DrawnDrawing } from "./drawn-drawing";

/** What drawings are read from: daily bars up to the session, on the days of their calendar, and what is shown of them. */
export interface DrawnOnBars {
  readonly bars: MeasuredBars;
  /** ATR(14) of the daily bars. */
  readonly range: Float64Array;
  readonly days: Int32Array;
  readonly samples: ShownSamples;
  /** The first sample shown. */
  readonly start: number;
  readonly asOf: number;
}

/**
 * A drawing as it stands on a chart, with its reading; undefined for one whose points lie before the first bar.
 * One made later stands as it was first made, without a reading (method 16, S75).
 */
export function drawDrawing(on: DrawnOnBars, drawing: SavedDrawing): DrawnDrawing | undefined {
  const known = versionAt(drawing, on.asOf);
  const version = known ?? drawing.versions.reduce((a, v) => (v.made < a.made ? v : a));
  const { days, samples, start } = on;
  const points = anchorsOf(version, days);
  if (!points) return undefined;
  const sampleOf = (row: number) => firstFrom(samples.ends, row) - start;
  const { kind } = version;
  const shape = SHAPES[kind](on, points, version, sampleOf);
  return {
    id: drawing.id,
    name: drawing.name,
    kind,
    scale: version.scale,
    made: version.made,
    isLater: !known,
    title: drawing.name.toLowerCase().startsWith(kind.split(" ")[0]!) ? drawing.name : `${capital(kind)} ${drawing.name}`,
    lines: [],
    levels: [],
    path: [],
    texts: [],
    points: points.map((p, k) => ({ sample: sampleOf(p.at), day: version.points[k]!.day, price: p.price })),
    ...shape,
    words: known ? shape.words : "made later than this session",
  };
}

type Shape = Pick<DrawnDrawing, "words"> & Partial<Pick<DrawnDrawing, "lines" | "levels" | "zone" | "path" | "texts">>;
type Draw = (on: DrawnOnBars, points: readonly Anchor[], version: DrawingVersion, sampleOf: (row: number) => number) => Shape;

/** The value of a line at each sample shown, from a row on (method 16, S62). */
function valuesOf({ samples, start }: DrawnOnBars, valueAt: ValueAt, from: number): Float64Array {
  return Float64Array.from(samples.ends.subarray(start), (end) => (end >= from ? valueAt(end) : NaN));
}

const SHAPES: Readonly<Record<DrawingVersion["kind"], Draw>> = {
  level(on, [a]) {
    const valueAt = () => a!.price;
    const reading = lineReading(on.bars, on.range, valueAt, a!.at);
    return { lines: [valuesOf(on, valueAt, a!.at)], words: lineWords(on, reading, valueAt, "linear", true) };
  },
  line(on, points, version) {
    const [a] = byTime(points);
    const { scale } = version;
    const valueAt = partsOf(version, points, on.bars).line!;
    const reading = lineReading(on.bars, on.range, valueAt, a.at);
    return { lines: [valuesOf(on, valueAt, a.at)], words: lineWords(on, reading, valueAt, scale) };
  },
  channel(on, points, version) {
    const [a] = byTime(points);
    const { scale } = version;
    const { bottom, top } = partsOf(version, points, on.bars);
    const [lower, upper] = [bottom!, top!];
    const read = (valueAt: ValueAt) => lineReading(on.bars, on.range, valueAt, a.at);
    return {
      lines: [lower, upper].map((valueAt) => valuesOf(on, valueAt, a.at)),
      words: channelWords(on, { lower, upper }, { lower: read(lower), upper: read(upper) }, scale),
    };
  },
  zone(on, [a, b], _, sampleOf) {
    const zone = { lo: Math.min(a!.price, b!.price), hi: Math.max(a!.price, b!.price) };
    const from = Math.min(a!.at, b!.at);
    return { zone, path: [[sampleOf(from), zone.lo]], words: zoneWords(on, zoneReading(on.bars, zone, from), zone) };
  },
  retracement(on, points, { scale, shares = [...RETRACEMENT_SHARES] }, sampleOf) {
    const [a, b] = byTime(points);
    const reading = retracementReading(on.bars, [a, b], shares, scale);
    return {
      path: [a, b].map((p) => [sampleOf(p.at), p.price] as const),
      levels: [0, ...shares, 1].map((f) => ({
        price: retracementLevel([a.price, b.price], f, scale),
        name: `${Number((100 * f).toFixed(1))}%`,
      })),
      words: retracementWords(on, reading, shares),
    };
  },
  "measured move"(on, points, { scale }, sampleOf) {
    const [a, b, c] = points as [Anchor, Anchor, Anchor];
    const reading = measuredMove(on.bars, [a, b, c], scale);
    return {
      path: [
        ...[a, b, c].map((p) => [sampleOf(p.at), p.price] as const),
        [sampleOf(c.at) + sampleOf(b.at) - sampleOf(a.at), reading.target],
      ],
      texts: ["", "", "", "target"],
      words: moveWords(on, reading),
    };
  },
  label(_, [a], { text = "" }, sampleOf) {
    return { path: [[sampleOf(a!.at), a!.price]], texts: [text], words: text };
  },
  swings(on, [a], _, sampleOf) {
    const { pivots, running } = swings(on.bars);
    const own = pivots.filter((p) => p.at >= a!.at);
    const turns = [...own, ...(running ? [running] : [])];
    return {
      path: turns.map((p) => [sampleOf(p.at), p.close]),
      texts: turns.map((_turn, k) => (k < own.length ? String(k + 1) : "")),
      words: swingsWords(on, own, running),
    };
  },
};
