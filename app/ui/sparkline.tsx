interface Props {
  readonly values: Float64Array;
  readonly width?: number;
  readonly height?: number;
  /** A level that is drawn as a rule where it lies within reach. */
  readonly rule?: number;
}

/** A small history without axes; the figure it ends with stands beside it. */
export function Sparkline({ values, width = 96, height = 20, rule = 0 }: Props) {
  const known = values.filter((v) => !Number.isNaN(v));
  if (known.length < 2) return <svg aria-hidden width={width} height={height} />;
  const low = known.reduce((a, b) => Math.min(a, b));
  const high = known.reduce((a, b) => Math.max(a, b));
  const y = (v: number) => 2 + (1 - (v - low) / Math.max(1e-12, high - low)) * (height - 4);
  const x = (k: number) => (k / Math.max(1, values.length - 1)) * (width - 4) + 1;
  const points: string[] = [];
  values.forEach((v, k) => {
    if (!Number.isNaN(v)) points.push(`${x(k).toFixed(1)},${y(v).toFixed(1)}`);
  });
  const last = values.length - 1;
  return (
    <svg aria-hidden width={width} height={height} className="inline-block align-middle">
      {rule > low && rule < high && <line x1={0} x2={width} y1={y(rule)} y2={y(rule)} stroke="var(--rule)" />}
      <polyline points={points.join(" ")} fill="none" stroke="var(--soft)" strokeWidth={1.2} />
      {!Number.isNaN(values[last]) && <circle cx={x(last)} cy={y(values[last]!)} r={2} fill="var(--ink)" />}
    </svg>
  );
}
