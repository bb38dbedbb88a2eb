import type { EndKind, GroupKind, SetupKind } from "@core/setups/setup-kinds";
import { count, fixed, percent, signed } from "@studies/words/words";

export type AnyKind = SetupKind | EndKind | GroupKind;

interface KindWords {
  /** What makes a session one of the kind, in a sentence. */
  readonly about: string;
  /** The figure of a session in words. */
  figure(x: number): string;
}

const ofRange = (x: number) => `range ${fixed(x, 2)} ATR`;
const closes = (side: string) => (x: number) => `${count(x, "close")} ${side} in a row`;
const lowestOf = (which: string) => (x: number) => `${which} close of ${count(x, "session")}`;
const rsi = (x: number) => `RSI(2) ${fixed(x)}`;
const inSd = (x: number) => `${signed(x)} sd`;
const times = (what: string) => (x: number) => `${what} ${fixed(x, 1)} × its average`;
const apart = (x: number) => `K ${signed(x, 0)} points against the turn before`;
const fromTrend = (x: number) => `${signed(x)} ATR from its trend`;

const WORDS: Readonly<Record<AnyKind, KindWords>> = {
  compression: { about: "A range below 0.6 ATR, the smallest of 21 sessions.", figure: ofRange },
  "tight with reach": {
    about: "A range below 0.7 ATR where a usual session runs at least two risks of its bracket one way from its open.",
    figure: (x) => `reach ${fixed(x, 1)} × risk`,
  },
  squeeze: {
    about: "Bollinger bands of 20 sessions as narrow as they have been in 126.",
    figure: (x) => `bands ${percent(x)} wide`,
  },
  doji: {
    about: "Open and close within a tenth of the session's range of each other.",
    figure: (x) => `body ${percent(x, 0)} of the range`,
  },
  "streak down": { about: "At least five closes in a row, each below the one before.", figure: closes("down") },
  "streak up": { about: "At least five closes in a row, each above the one before.", figure: closes("up") },
  "10-session closing low": {
    about: "The first new closing low of ten sessions in ten.",
    figure: lowestOf("lowest"),
  },
  "10-session closing high": {
    about: "The first new closing high of ten sessions in ten.",
    figure: lowestOf("highest"),
  },
  "30-session closing low": {
    about: "The first new closing low of thirty sessions in ten.",
    figure: lowestOf("lowest"),
  },
  "30-session closing high": {
    about: "The first new closing high of thirty sessions in ten.",
    figure: lowestOf("highest"),
  },
  "short RSI low, with the trend": { about: "RSI(2) at 5 or below, the close above its 200-session average.", figure: rsi },
  "short RSI low, against it": { about: "RSI(2) at 5 or below, the close not above its 200-session average.", figure: rsi },
  "short RSI high, with the trend": { about: "RSI(2) at 95 or above, the close below its 200-session average.", figure: rsi },
  "short RSI high, against it": { about: "RSI(2) at 95 or above, the close not below its 200-session average.", figure: rsi },
  "shock down": {
    about: "A fall of at least two standard deviations of 60 sessions after a month that rose.",
    figure: inSd,
  },
  "shock up": { about: "A rise of at least two standard deviations of 60 sessions after a month that fell.", figure: inSd },
  "volume climax at a low": {
    about: "Volume at three times its average of 50 sessions with a new closing low of 20.",
    figure: times("volume"),
  },
  "volume climax at a high": {
    about: "Volume at three times its average of 50 sessions with a new closing high of 20.",
    figure: times("volume"),
  },
  "divergence at a low": { about: "A lower low of the closes that the stochastic K(8, 3) did not follow.", figure: apart },
  "divergence at a low, with the trend": {
    about: "A higher low of the closes where the stochastic K(8, 3) stood lower.",
    figure: apart,
  },
  "divergence at a high": { about: "A higher high of the closes that the stochastic K(8, 3) did not follow.", figure: apart },
  "divergence at a high, with the trend": {
    about: "A lower high of the closes where the stochastic K(8, 3) stood higher.",
    figure: apart,
  },
  "value end": { about: "The ten members farthest below the line through their year, in ATRs.", figure: fromTrend },
  "leader end": { about: "The ten members farthest above the line through their year, in ATRs.", figure: fromTrend },
  "sector volume climax at a low": {
    about: "A sector's turnover at twice its average of 50 sessions with a new closing low of 20.",
    figure: times("turnover"),
  },
  "sector volume climax at a high": {
    about: "A sector's turnover at twice its average of 50 sessions with a new closing high of 20.",
    figure: times("turnover"),
  },
  "industry volume climax at a low": {
    about: "An industry's turnover at twice its average of 50 sessions with a new closing low of 20.",
    figure: times("turnover"),
  },
  "industry volume climax at a high": {
    about: "An industry's turnover at twice its average of 50 sessions with a new closing high of 20.",
    figure: times("turnover"),
  },
};

/** Every kind, in the order in which they are shown. */
export const ANY_KINDS = Object.keys(WORDS) as AnyKind[];

/** What makes a session a setup of a kind. */
export const aboutKind = (kind: AnyKind): string => WORDS[kind].about;

/** The figure that makes a session one of its kind, in words. */
export const figureWords = (kind: AnyKind, x: number): string => WORDS[kind].figure(x);

const PLURALS: Partial<Record<AnyKind, string>> = {
  doji: "dojis",
  squeeze: "squeezes",
  compression: "compressions",
  "tight with reach": "tight with reach",
  "value end": "at the value end",
  "leader end": "at the leader end",
};

/** So many of a kind: "3 dojis", "1 streak down". */
export function ofKind(n: number, kind: AnyKind): string {
  if (n === 1) return `1 ${kind === "value end" || kind === "leader end" ? PLURALS[kind]! : kind}`;
  const plural =
    PLURALS[kind] ??
    kind
      .replace(/^(streak|shock|divergence|volume climax|sector volume climax|industry volume climax)\b/, (noun) =>
        noun.endsWith("x") ? `${noun}es` : `${noun}s`,
      )
      .replace(/\b(closing (?:low|high)|short RSI (?:low|high))\b/, "$1s");
  return `${n} ${plural}`;
}
