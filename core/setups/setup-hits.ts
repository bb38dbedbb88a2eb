import { isAbove, isBelow } from "../columns/compare";
import type { MeasuredBars } from "../conditions/measure";
import { atr } from "../indicators/atr";
import { bollinger } from "../indicators/bollinger";
import { rsi } from "../indicators/rsi";
import { simpleReturn } from "../indicators/simple-return";
import { sma } from "../indicators/sma";
import { volumeClimaxes } from "../indicators/volume-climaxes";
import { priceDecimals } from "../columns/tick";
import { trailingSd } from "../stats/trailing-sd";
import { divergences } from "./divergences";
import { reach } from "./reach";
import { SETUP_KINDS, type SetupKind } from "./setup-kinds";

const NARROW = 0.6;
const NARROW_BEFORE = 20;
const TIGHT = 0.7;
const STREAK = 5;
const FIRST_IN = 10;
const DOJI = 0.1;
const MARGIN = 1e-9;
const SQUEEZED_BEFORE = 125;
const SHOCK = 2;

/**
 * On which sessions each kind of setup of an instrument has been there, as its close would have told.
 * Formula: method 11 with L01 to L08, P03 to P05 and R10 to R17. Two price differences, widths or prices are compared by the rule for
 * ties, returns and what meets a fixed number plainly.
 * @param bars of one instrument, NaN where it has no bar; a bar without a column that a kind needs has no value for it
 * @returns rows, ascending, by kind
 */
export function setupHits(bars: MeasuredBars): Readonly<Record<SetupKind, readonly number[]>> {
  const rows = Array.from(bars.close.keys()).filter((s) => bars.close[s] === bars.close[s]);
  const own = (column: Float64Array) => Float64Array.from(rows, (s) => column[s]!);
  const ownBars: MeasuredBars = {
    open: own(bars.open),
    high: own(bars.high),
    low: own(bars.low),
    close: own(bars.close),
    volume: own(bars.volume),
  };
  const found = Object.fromEntries(SETUP_KINDS.map((kind) => [kind, [] as number[]])) as Record<SetupKind, number[]>;
  narrowSessions(ownBars, found);
  runsAndExtremes(ownBars.close, found);
  oscillations(ownBars, found);
  for (const { at, sign } of volumeClimaxes(ownBars.close, ownBars.volume, sma(ownBars.volume, 50)))
    found[sign < 0 ? "volume climax at a low" : "volume climax at a high"].push(at);
  const turns = divergences(ownBars);
  found["divergence at a low"].push(...turns.low);
  found["divergence at a low, with the trend"].push(...turns.lowWithTrend);
  found["divergence at a high"].push(...turns.high);
  found["divergence at a high, with the trend"].push(...turns.highWithTrend);
  for (const kind of SETUP_KINDS) found[kind] = found[kind].map((i) => rows[i]!);
  return found;
}

type Found = Record<SetupKind, number[]>;

function narrowSessions(bars: MeasuredBars, found: Found): void {
  const { open, high, low, close } = bars;
  const range = high.map((h, i) => h - low[i]!);
  const typical = atr(bars, 14);
  const far = reach(bars);
  const { width } = bollinger(close);
  const ranges: number[] = [];
  const widths: number[] = [];
  for (let i = 0; i < close.length; i++) {
    const own = range[i]!;
    const c = close[i]!;
    if (own === own) {
      const before = ranges.slice(-NARROW_BEFORE);
      if (before.length === NARROW_BEFORE && isBelow(own, NARROW * typical[i]!) && before.every((x) => !isAbove(own, x)))
        found.compression.push(i);
      ranges.push(own);
    }
    const risk = own + 2 * 10 ** -priceDecimals(c);
    if (isBelow(own, TIGHT * typical[i]!) && far[i]! === far[i]! && !isBelow(far[i]!, 2 * risk))
      found["tight with reach"].push(i);
    // A billionth of the close to spare, as cents are no whole numbers.
    if (isAbove(high[i]!, low[i]!) && Math.abs(c - open[i]!) <= DOJI * own + MARGIN * c) found.doji.push(i);
    const w = width[i]!;
    if (w === w) {
      const before = widths.slice(-SQUEEZED_BEFORE);
      const isNarrowest = before.length === SQUEEZED_BEFORE && before.every((x) => !isAbove(w, x));
      if (isNarrowest && before.some((x) => isAbove(x, w))) found.squeeze.push(i);
      widths.push(w);
    }
  }
}

function runsAndExtremes(close: Float64Array, found: Found): void {
  let [down, up] = [0, 0];
  for (let i = 1; i < close.length; i++) {
    down = isBelow(close[i]!, close[i - 1]!) ? down + 1 : 0;
    up = isAbove(close[i]!, close[i - 1]!) ? up + 1 : 0;
    if (down >= STREAK) found["streak down"].push(i);
    if (up >= STREAK) found["streak up"].push(i);
  }
  for (const n of [10, 30] as const) {
    for (const [side, isBeyond] of [
      ["low", isBelow],
      ["high", isAbove],
    ] as const) {
      let last = -Infinity;
      for (let i = n - 1; i < close.length; i++) {
        let isNew = true;
        for (let k = 1; k < n && isNew; k++) isNew = isBeyond(close[i]!, close[i - k]!);
        // The nine before it must have been judged themselves.
        if (isNew && i - last >= FIRST_IN && i >= n + FIRST_IN - 2) found[`${n}-session closing ${side}`].push(i);
        if (isNew) last = i;
      }
    }
  }
}

function oscillations({ close }: MeasuredBars, found: Found): void {
  const fast = rsi(close, 2);
  const slow = sma(close, 200);
  const r1 = simpleReturn(close, 1);
  const r21 = simpleReturn(close, 21);
  const sd = trailingSd(r1, 60);
  for (let i = 0; i < close.length; i++) {
    const [x, level] = [fast[i]!, slow[i]!];
    const side = x <= 5 ? "low" : x >= 95 ? "high" : undefined;
    if (side && level === level) {
      const isWith = side === "low" ? isAbove(close[i]!, level) : isBelow(close[i]!, level);
      found[`short RSI ${side}, ${isWith ? "with the trend" : "against it"}`].push(i);
    }
    if (i === 0) continue;
    const [move, before] = [r1[i]!, r21[i - 1]!];
    if (Math.abs(move) >= SHOCK * sd[i - 1]! && move * before < 0) found[move < 0 ? "shock down" : "shock up"].push(i);
  }
}
