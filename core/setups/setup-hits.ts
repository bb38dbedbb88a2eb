import { isAbove, isBelow, MARGIN } from "../columns/compare";
import { ownBars, rowBack } from "../columns/over-defined";
import type { MeasuredBars } from "../conditions/measure";
import { atr } from "../indicators/atr";
import { highest, lowest } from "../indicators/highest";
import { bollinger } from "../indicators/bollinger";
import { rsi } from "../indicators/rsi";
import { simpleReturn } from "../indicators/simple-return";
import { sma } from "../indicators/sma";
import { volumeClimaxes } from "../indicators/volume-climaxes";
import { priceDecimals } from "../columns/tick";
import { trailingSd } from "../stats/trailing-sd";
import { firstFrom } from "../columns/first-from";
import { swings, type Turn } from "../swings/swings";
import { cutFrom, DECIDING_BARS, firstOfTurns, turnsAmong } from "./deciding-bars";
import { divergences } from "./divergences";
import { reach } from "./reach";
import { SETUP_KINDS, type SetupKind } from "./setup-kinds";

const NARROW = 0.6;
const NARROW_BEFORE = 20;
const TIGHT = 0.7;
const STREAK = 5;
const FIRST_IN = 10;
const DOJI = 0.1;
const SQUEEZED_BEFORE = 125;
const SHOCK = 2;

/**
 * On which sessions each kind of setup of an instrument has been there, as its close would have told.
 * Formula: method 11 with L01 to L08, P03 to P05 and R10 to R17. Two price differences, widths or prices are compared by the rule for
 * ties, returns and what meets a fixed number plainly.
 * @param bars of one instrument, NaN where it has no bar; a bar without a column that a kind needs has no value for it
 * @param turns its confirmed swing pivots
 * @param from first row to judge [0]; only as many bars before it are read as decide it
 * @returns rows, ascending, by kind
 */
export function setupHits(
  bars: MeasuredBars,
  turns: readonly Turn[] = swings(bars).pivots,
  from = 0,
): Readonly<Record<SetupKind, readonly number[]>> {
  const start = from === 0 ? 0 : firstRead(bars, turns, from);
  const read = cutFrom(bars, start);
  const { rows, bars: own } = ownBars(read.close, read);
  const first = firstFrom(rows, from - start);
  const found = Object.fromEntries(SETUP_KINDS.map((kind) => [kind, [] as number[]])) as Record<SetupKind, number[]>;
  if (first === rows.length) return found;
  for (const { reads, find } of PARTS) {
    const cut = Math.max(0, first - reads);
    const tell: Tell = (kind, i) => {
      if (i >= first - cut) found[kind].push(i + cut);
    };
    find(cutFrom(own, cut), tell, first - cut);
  }
  for (const { kind, t } of divergences(own, turnsAmong(turns, rows, start), first)) found[kind].push(t);
  for (const kind of SETUP_KINDS) found[kind] = found[kind].map((i) => rows[i]! + start);
  return found;
}

/** The first row that must be read to judge those from one on; where a column has gaps from there on, all must. */
function firstRead(bars: MeasuredBars, turns: readonly Turn[], from: number): number {
  const known = turns.filter((turn) => turn.confirmed < from);
  const start = Math.min(rowBack(bars.close, from, DECIDING_BARS), firstOfTurns(bars.close, known));
  const isWhole = (column: Float64Array) => {
    let [missing, seen] = [0, 0];
    for (let s = start; s < column.length; s++) {
      if (bars.close[s] !== bars.close[s]) continue;
      seen++;
      if (column[s] !== column[s]) missing++;
    }
    return missing === 0 || missing === seen;
  };
  return Object.values(bars).every(isWhole) ? start : 0;
}

/** Tells a row on which a kind is there. */
type Tell = (kind: SetupKind, row: number) => void;

/** Kinds that are found together, and how many bars before a session decide them on it, to far within the margin of a tie. */
const PARTS: readonly { readonly reads: number; readonly find: (bars: MeasuredBars, tell: Tell, from: number) => void }[] = [
  { reads: 330, find: compressions },
  { reads: DECIDING_BARS, find: tightSessions },
  { reads: 0, find: dojis },
  { reads: SQUEEZED_BEFORE + 20, find: squeezes },
  { reads: STREAK, find: streaks },
  { reads: 30 + FIRST_IN, find: closingExtremes },
  { reads: 200, find: shortRsis },
  { reads: 85, find: shocks },
  { reads: 50, find: climaxes },
];

function compressions({ high, low, close }: MeasuredBars, tell: Tell): void {
  const range = high.map((h, i) => h - low[i]!);
  const typical = atr({ high, low, close }, 14);
  const smallest = lowest(range, NARROW_BEFORE + 1);
  for (let i = NARROW_BEFORE; i < close.length; i++) {
    const own = range[i]!;
    // Without a smallest one there are too few before it.
    if (isBelow(own, NARROW * typical[i]!) && own <= smallest[i]! * (1 + MARGIN)) tell("compression", i);
  }
}

function tightSessions(bars: MeasuredBars, tell: Tell, from: number): void {
  const { high, low, close } = bars;
  const typical = atr(bars, 14);
  // Asked for where a session is tight at all.
  let far: Float64Array | undefined;
  for (let i = from; i < close.length; i++) {
    const range = high[i]! - low[i]!;
    if (!isBelow(range, TIGHT * typical[i]!)) continue;
    far ??= reach(bars);
    const risk = range + 2 * 10 ** -priceDecimals(close[i]!);
    if (far[i]! === far[i]! && !isBelow(far[i]!, 2 * risk)) tell("tight with reach", i);
  }
}

function dojis({ open, high, low, close }: MeasuredBars, tell: Tell): void {
  for (let i = 0; i < close.length; i++) {
    // A billionth of the close to spare, as cents are no whole numbers.
    const most = DOJI * (high[i]! - low[i]!) + MARGIN * close[i]!;
    if (isAbove(high[i]!, low[i]!) && Math.abs(close[i]! - open[i]!) <= most) tell("doji", i);
  }
}

function squeezes({ close }: MeasuredBars, tell: Tell): void {
  const { width } = bollinger(close);
  const narrowest = lowest(width, SQUEEZED_BEFORE + 1);
  const widest = highest(width, SQUEEZED_BEFORE + 1);
  for (let i = SQUEEZED_BEFORE; i < close.length; i++)
    if (isAbove(widest[i]!, width[i]!) && !isAbove(width[i]!, narrowest[i]!)) tell("squeeze", i);
}

function streaks({ close }: MeasuredBars, tell: Tell): void {
  let [down, up] = [0, 0];
  for (let i = 1; i < close.length; i++) {
    down = isBelow(close[i]!, close[i - 1]!) ? down + 1 : 0;
    up = isAbove(close[i]!, close[i - 1]!) ? up + 1 : 0;
    if (down >= STREAK) tell("streak down", i);
    if (up >= STREAK) tell("streak up", i);
  }
}

function closingExtremes({ close }: MeasuredBars, tell: Tell): void {
  for (const n of [10, 30] as const) {
    for (const side of ["low", "high"] as const) {
      const sign = side === "low" ? -1 : 1;
      const extreme = side === "low" ? lowest(close, n) : highest(close, n);
      let last = -Infinity;
      for (let i = n - 1; i < close.length; i++) {
        const c = close[i]!;
        let isNew = c === extreme[i];
        for (let k = i - 1; k > i - n && isNew; k--) isNew = sign * (c - close[k]!) > MARGIN * Math.abs(close[k]!);
        // The nine before it must have been judged themselves.
        if (isNew && i - last >= FIRST_IN && i >= n + FIRST_IN - 2) tell(`${n}-session closing ${side}`, i);
        if (isNew) last = i;
      }
    }
  }
}

function shortRsis({ close }: MeasuredBars, tell: Tell): void {
  const fast = rsi(close, 2);
  const slow = sma(close, 200);
  for (let i = 0; i < close.length; i++) {
    const [x, level] = [fast[i]!, slow[i]!];
    const side = x <= 5 ? "low" : x >= 95 ? "high" : undefined;
    if (!side || level !== level) continue;
    const isWith = side === "low" ? isAbove(close[i]!, level) : isBelow(close[i]!, level);
    tell(`short RSI ${side}, ${isWith ? "with the trend" : "against it"}`, i);
  }
}

function shocks({ close }: MeasuredBars, tell: Tell): void {
  const r1 = simpleReturn(close, 1);
  const r21 = simpleReturn(close, 21);
  const sd = trailingSd(r1, 60);
  for (let i = 1; i < close.length; i++) {
    const [move, before] = [r1[i]!, r21[i - 1]!];
    if (Math.abs(move) >= SHOCK * sd[i - 1]! && move * before < 0) tell(move < 0 ? "shock down" : "shock up", i);
  }
}

function climaxes({ close, volume }: MeasuredBars, tell: Tell): void {
  for (const { at, sign } of volumeClimaxes(close, volume, sma(volume, 50)))
    tell(sign < 0 ? "volume climax at a low" : "volume climax at a high", at);
}
