import { date } from "@studies/words/words";
import { VOLUME_HEIGHT, type LadderLayout } from "./ladder-layout";
import type { PlanShown } from "./plan-shown";

/** The bars at the left of a plan's ladder, on its scale, with an average and the volume under them. */
export function PriceBars({ layout, shown: { plan } }: { layout: LadderLayout; shown: PlanShown }) {
  const { bars, average } = plan;
  const { y, height } = layout;
  const { x, step, right } = layout.bars;
  const body = Math.max(1.5, Math.min(7, step * 0.62));
  const most = Math.max(...[...bars.volume].filter((v) => v > 0), 1);
  const base = height - 20;
  const [top, bottom] = y.range() as [number, number];
  const line = [...average].flatMap((v, k) => {
    const at = y(v);
    return Number.isNaN(v) || at < bottom || at > top ? [] : [`${x(k) + step / 2},${at}`];
  });
  const months = monthStarts(bars.days);
  const within = (at: number) => Math.max(bottom, Math.min(top, at));
  return (
    <g aria-hidden>
      {y.ticks(6).map((tick) => (
        <line key={tick} x1={0} x2={right} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
      ))}
      <polyline points={line.join(" ")} fill="none" stroke="var(--indigo)" strokeWidth={1.1} />
      {[...bars.close].map((close, k) => {
        if (Number.isNaN(close)) return null;
        const open = Number.isNaN(bars.open[k]!) ? close : bars.open[k]!;
        const [high, low] = [bars.high[k]!, bars.low[k]!].map((v) => (Number.isNaN(v) ? close : v)) as [number, number];
        if (y(low) < bottom || y(high) > top) return null;
        const centre = x(k) + step / 2;
        const isUp = close >= open;
        return (
          <g key={k} stroke="var(--ink)" strokeWidth={0.9}>
            <line x1={centre} x2={centre} y1={Math.max(y(high), bottom)} y2={Math.min(y(low), top)} />
            <rect
              x={centre - body / 2}
              y={within(Math.min(y(open), y(close)))}
              width={body}
              height={Math.max(0.8, within(Math.max(y(open), y(close))) - within(Math.min(y(open), y(close))))}
              fill={isUp ? "var(--paper)" : "var(--ink)"}
            />
          </g>
        );
      })}
      {[...bars.volume].map((volume, k) =>
        volume > 0 ? (
          <line
            key={k}
            x1={x(k) + step / 2}
            x2={x(k) + step / 2}
            y1={base}
            y2={base - (volume / most) * (VOLUME_HEIGHT - 6)}
            stroke="var(--soft)"
            strokeWidth={0.8}
          />
        ) : null,
      )}
      <line x1={0} x2={right} y1={base} y2={base} stroke="var(--rule)" />
      {months.map(({ k, name }) => (
        <text key={k} x={x(k) + 2} y={height - 6} fontSize={11} fill="var(--soft)">
          {name}
        </text>
      ))}
    </g>
  );
}

/** Where a month begins among the bars, with its short name. */
function monthStarts(days: Int32Array): { k: number; name: string }[] {
  const nameOf = (day: number) => date(day).split(" ")[1]!;
  return [...days].flatMap((day, k) => (k > 0 && nameOf(day) !== nameOf(days[k - 1]!) ? [{ k, name: nameOf(day) }] : []));
}
