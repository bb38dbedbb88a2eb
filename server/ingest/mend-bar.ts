/** What the reading of bars came upon that changes them, by how often. */
export interface Changes {
  /** Bars scaled to the adjusted close. */
  scaled: number;
  roundedVolumes: number;
  /** Rows without any price, such as holidays. */
  empty: number;
  /** Opens, highs and lows of 0, which are taken as not known. */
  zeros: number;
  /** Highs and lows missed by a rounding. */
  widened: number;
  /** Rows that say what another has said. */
  repeated: number;
}

/** What a price may lie outside its bar by rounding alone, as a share of it. */
const ROUNDING = 1e-5;

/**
 * Brings what a row says into the form of a bar: zeros as not known, missed highs and lows widened, prices scaled to the
 * adjusted close with the volume the other way, and whole volumes.
 * @param bar open, high, low, close and volume, NaN for what is not known; changed in place
 * @param adjusted the adjusted close; undefined where prices stay as they are
 * @param changes counts what was done
 * @returns why it cannot be a bar; undefined where it is one
 */
export function mendBar(bar: number[], adjusted: number | undefined, changes: Changes): string | undefined {
  for (let k = 0; k < 3; k++)
    if (bar[k] === 0) {
      bar[k] = NaN;
      changes.zeros++;
    }
  const fault = faultOf(bar, changes);
  if (fault !== undefined) return fault;
  if (!Number.isNaN(bar[4]!) && !Number.isInteger(bar[4]!)) changes.roundedVolumes++;
  if (adjusted !== undefined) {
    if (!(adjusted > 0)) return "the adjusted close is empty, or not above 0";
    if (adjusted !== bar[3]) {
      scale(bar, adjusted);
      changes.scaled++;
    }
  }
  bar[4] = Math.round(bar[4]!);
  return undefined;
}

function faultOf(bar: number[], changes: Changes): string | undefined {
  const [open = NaN, high = NaN, low = NaN, close = NaN, volume = NaN] = bar;
  if (Number.isNaN(close)) return "close is empty";
  if (open < 0) return `open is ${open}: a price is above 0`;
  if (high < 0) return `high is ${high}: a price is above 0`;
  if (low < 0) return `low is ${low}: a price is above 0`;
  if (close <= 0) return `close is ${close}: a price is above 0`;
  if (volume < 0) return `volume is negative: ${volume}`;
  const top = Math.max(close, open > 0 ? open : close);
  const bottom = Math.min(close, open > 0 ? open : close);
  if (high < low * (1 - ROUNDING)) return `high ${high} is below low ${low}`;
  if (top > high * (1 + ROUNDING)) return `${close === top ? "close" : "open"} ${top} lies above high ${high}`;
  if (bottom < low * (1 - ROUNDING)) return `${close === bottom ? "close" : "open"} ${bottom} lies below low ${low}`;
  if (top > high || bottom < low || high < low) {
    changes.widened++;
    if (!Number.isNaN(high)) bar[1] = Math.max(high, top);
    if (!Number.isNaN(low)) bar[2] = Math.min(low, bottom);
  }
  return undefined;
}

function scale(bar: number[], adjusted: number): void {
  const factor = adjusted / bar[3]!;
  for (let k = 0; k < 3; k++) bar[k] = bar[k]! * factor;
  bar[3] = adjusted;
  bar[4] = bar[4]! / factor;
  // The close itself is exact; what was equal to it stays so.
  if (bar[1]! < adjusted) bar[1] = adjusted;
  if (bar[2]! > adjusted) bar[2] = adjusted;
}
