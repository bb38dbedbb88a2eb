interface Props {
  readonly trend: Float64Array;
  readonly momentum: Float64Array;
  readonly at: number;
  readonly sampleName: string;
}

/** The way a member took on the dial with its last step: a small dial with one hand, and nothing where it stood still. */
export function DialHand({ trend, momentum, at, sampleName }: Props) {
  const left = momentum[at]! - (momentum[at - 1] ?? NaN);
  const up = trend[at]! - (trend[at - 1] ?? NaN);
  const step = Math.hypot(left, up);
  if (!(step > 0)) return <span className="text-soft">–</span>;
  const words = `${up >= 0 ? "up" : "down"} and ${left >= 0 ? "gaining" : "giving way"}`;
  return (
    <svg width={17} height={17} viewBox="-8.5 -8.5 17 17" role="img" aria-label={words} className="ml-auto block">
      <title>{`${words}, ${step.toFixed(2)} sigma a ${sampleName}`}</title>
      <circle r={7} fill="none" stroke="var(--rule)" />
      <circle r={1.5} fill="var(--ink)" />
      <line x2={(-6.4 * left) / step} y2={(-6.4 * up) / step} stroke="var(--ink)" strokeWidth={1.7} strokeLinecap="round" />
    </svg>
  );
}
