import clsx from "clsx";
import { scaleLinear } from "d3-scale";
import type { BracketSide } from "@core/setups/bracket";
import { fixed, price } from "@studies/words/words";

const HEIGHT = 24;
const MIDDLE = HEIGHT / 2;
/** How far either side of the session's middle is shown, in ATRs. */
const REACH = 4;
const EDGE = 6;

interface Props {
  readonly close: number;
  readonly high: number;
  readonly low: number;
  /** ATR(14). */
  readonly range: number;
  readonly long: BracketSide;
  readonly short: BracketSide;
  /** Which side is looked at, and from which reward to risk on it is worth it. */
  readonly side: "either" | "long" | "short";
  readonly least: number;
  readonly width: number;
}

/**
 * A bracket for the next session drawn small: the session's range thick on a hairline in ATRs, above it the long side, below it the
 * short side; entry a tick, stop an open dot, first target a filled one; at both ends the reward to risk.
 */
export function BracketPicture({ close, high, low, range, long, short, side, least, width }: Props) {
  const middle = (high + low) / 2;
  const x = scaleLinear([-REACH, REACH], [EDGE, width - EDGE]);
  const at = (level: number) => x((level - middle) / range);
  return (
    <span className="flex items-center gap-2" title={wordsOf({ long, short, close })}>
      <Reward side={short} isWorth={side !== "long" && short.rewardToRisk >= least} colour="text-rust" />
      <svg width={width} height={HEIGHT} aria-hidden className="shrink-0">
        <line x1={EDGE} x2={width - EDGE} y1={MIDDLE} y2={MIDDLE} stroke="var(--rule)" strokeWidth={0.8} />
        <line
          x1={at(low)}
          x2={Math.max(at(high), at(low) + 1)}
          y1={MIDDLE}
          y2={MIDDLE}
          stroke="var(--ink)"
          strokeOpacity={0.75}
          strokeWidth={5}
        />
        <Side side={long} at={at} width={width} sign={1} colour="var(--teal)" />
        <Side side={short} at={at} width={width} sign={-1} colour="var(--rust)" />
      </svg>
      <Reward side={long} isWorth={side !== "short" && long.rewardToRisk >= least} colour="text-teal" />
    </span>
  );
}

interface SideProps {
  readonly side: BracketSide;
  readonly at: (level: number) => number;
  readonly width: number;
  readonly sign: 1 | -1;
  readonly colour: string;
}

function Side({ side, at, width, sign, colour }: SideProps) {
  const y = MIDDLE - sign * 7;
  const entry = at(side.entry);
  const target = side.targets[0] === undefined ? NaN : at(side.targets[0]);
  const isFar = target < EDGE || target > width - EDGE;
  const end = Math.max(EDGE, Math.min(width - EDGE, target));
  return (
    <g stroke={colour}>
      <line x1={entry} x2={entry} y1={y - 4} y2={MIDDLE} strokeWidth={1.4} />
      <line x1={at(side.stop)} x2={entry} y1={y} y2={y} strokeWidth={0.8} strokeDasharray="2 2" />
      {!Number.isNaN(target) && <line x1={entry} x2={end} y1={y} y2={y} strokeWidth={1} />}
      <circle cx={at(side.stop)} cy={y} r={2.6} fill="var(--paper)" strokeWidth={1.1} />
      {Number.isNaN(target) ? null : isFar ? (
        <path d={`M ${end - sign * 5} ${y - 3} L ${end} ${y} L ${end - sign * 5} ${y + 3}`} fill="none" strokeWidth={1.3} />
      ) : (
        <circle cx={end} cy={y} r={3} fill={colour} strokeWidth={0} />
      )}
    </g>
  );
}

function Reward({ side, isWorth, colour }: { readonly side: BracketSide; readonly isWorth: boolean; readonly colour: string }) {
  return (
    <span className={clsx("w-8 text-right tabular-nums", isWorth ? `font-semibold ${colour}` : "text-soft")}>
      {fixed(side.rewardToRisk, 1)}
    </span>
  );
}

function wordsOf({ long, short, close }: Pick<Props, "long" | "short" | "close">): string {
  const side = (name: string, { entry, stop, targets, rewardToRisk }: BracketSide) =>
    `${name}: in at ${price(entry, close)}, out at ${price(stop, close)}, ${
      targets.length === 0
        ? "no target above nothing"
        : `first target ${price(targets[0]!, close)} for ${fixed(rewardToRisk, 1)} times the risk`
    }`;
  return `${side("Long", long)}. ${side("Short", short)}.`;
}

/** What the marks of a bracket stand for. */
export function BracketLegend() {
  return (
    <p className="mt-1.5 flex flex-wrap items-center gap-x-5 gap-y-1 text-[12px] text-soft">
      <Mark name="the session's range">
        <line x1={2} x2={24} y1={7} y2={7} stroke="var(--ink)" strokeOpacity={0.75} strokeWidth={5} />
      </Mark>
      <Mark name="entry, long above, short below">
        <line x1={8} x2={8} y1={0} y2={7} stroke="var(--teal)" strokeWidth={1.4} />
        <line x1={18} x2={18} y1={7} y2={14} stroke="var(--rust)" strokeWidth={1.4} />
      </Mark>
      <Mark name="stop">
        <circle cx={13} cy={7} r={2.6} fill="var(--paper)" stroke="var(--soft)" strokeWidth={1.1} />
      </Mark>
      <Mark name="first target">
        <circle cx={13} cy={7} r={3} fill="var(--soft)" />
      </Mark>
      <Mark name="a target beyond 4 ATRs">
        <path d="M 10 3 L 16 7 L 10 11" fill="none" stroke="var(--soft)" strokeWidth={1.3} />
      </Mark>
      <span>Figures at the ends: reward to risk, short at the left, long at the right.</span>
    </p>
  );
}

function Mark({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <svg width={26} height={14} aria-hidden>
        {children}
      </svg>
      {name}
    </span>
  );
}
