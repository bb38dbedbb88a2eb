interface Props {
  /** What all of them are, for those who cannot see it. */
  readonly label: string;
  readonly values: readonly number[];
  readonly now: number;
  /** Text under the ends. */
  readonly ends: readonly [string, string];
}

const WIDTH = 260;

/** Earlier values as thin marks on a line, and the present one among them. */
export function StripPlot({ label, values, now, ends }: Props) {
  const all = [...values, now].filter((v) => !Number.isNaN(v));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const x = (v: number) => 6 + ((v - low) / Math.max(1e-12, high - low)) * (WIDTH - 12);
  return (
    <svg viewBox={`0 0 ${WIDTH} 40`} className="w-full" role="img" aria-label={label}>
      <line x1={0} x2={WIDTH} y1={22} y2={22} stroke="var(--rule)" />
      {values.map((v, k) => (
        <line key={k} x1={x(v)} x2={x(v)} y1={13} y2={22} stroke="var(--soft)" strokeWidth={1} opacity={0.55} />
      ))}
      {!Number.isNaN(now) && <path d={`M${x(now)} 22 l-5 -14 h10 z`} fill="var(--ink)" />}
      <text x={0} y={36} fontSize={11} fill="var(--soft)">
        {ends[0]}
      </text>
      <text x={WIDTH} y={36} fontSize={11} fill="var(--soft)" textAnchor="end">
        {ends[1]}
      </text>
    </svg>
  );
}
