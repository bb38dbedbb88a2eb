import { useRef } from "react";
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import type { PlannedOption } from "@studies/plans/plan-option";
import { fixed, price, signed } from "@studies/words/words";
import { money } from "@studies/plans/plan-words";
import { useWidth } from "~/ui/use-width";
import type { PlanAnswer } from "./plan-shown";

interface Props {
  readonly option: PlannedOption;
  readonly plan: Pick<PlanAnswer, "close" | "currency" | "ticker">;
  readonly width?: number;
}

const HEIGHT = 230;
const PRINTED_HEIGHT = 165;
const LEFT = 46;
const BOTTOM = 24;

/** What a position pays a unit less its cost, over prices of the underlying: at once, at the report, at expiry. */
export function Payoff({ option, plan, width: fixedWidth }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const measured = useWidth(box, fixedWidth ?? 460);
  const width = fixedWidth ?? measured;
  const height = fixedWidth === undefined ? HEIGHT : PRINTED_HEIGHT;
  const { spots, atOnce, atReport, atExpiry } = option.payoff;
  const all = [...atOnce, ...(atReport ?? []), ...atExpiry];
  const [low, high] = [Math.min(...all, 0), Math.max(...all, 0)];
  const x = scaleLinear([spots[0]!, spots.at(-1)!], [LEFT, width - 6]);
  const y = scaleLinear([low, high], [height - BOTTOM, 22]).nice(4);
  const path = (values: Float64Array) =>
    line<number>(
      (_, k) => x(spots[k]!),
      (v) => y(v),
    )([...values])!;
  const lines = [
    { name: "at expiry", values: atExpiry, colour: "var(--ink)", width: 2, dash: undefined },
    ...(atReport ? [{ name: "at the report", values: atReport, colour: "var(--amber)", width: 1.4, dash: "5 3" }] : []),
    { name: "at once", values: atOnce, colour: "var(--indigo)", width: 1.4, dash: "2 2" },
  ];
  const { worst, best, breakEvens, contracts } = option;
  const told = `worst ${bound(worst)}, best ${bound(best)} a unit, even at ${breakEvens.map((at) => price(at, plan.close)).join(" and ") || "no price"}`;
  return (
    <figure ref={box}>
      <svg
        width={width}
        height={height}
        viewBox={fixedWidth === undefined ? undefined : `0 0 ${width} ${height}`}
        className={fixedWidth === undefined ? "block" : "block h-auto w-full"}
        role="img"
        aria-label={`What the position pays by the price of ${plan.ticker}: ${told}.`}
        fontSize={11}
      >
        {y.ticks(5).map((tick) => (
          <g key={tick}>
            <line
              x1={LEFT}
              x2={width - 6}
              y1={y(tick)}
              y2={y(tick)}
              stroke={tick === 0 ? "var(--ink)" : "var(--rule)"}
              strokeWidth={0.8}
            />
            <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end" fill="var(--soft)">
              {signed(tick, 2)}
            </text>
          </g>
        ))}
        {x
          .ticks(6)
          .filter((tick) => x(tick) > LEFT + 10 && x(tick) < width - 26)
          .map((tick) => (
            <text key={tick} x={x(tick)} y={height - 8} textAnchor="middle" fill="var(--soft)">
              {price(tick, plan.close)}
            </text>
          ))}
        <line
          x1={x(plan.close)}
          x2={x(plan.close)}
          y1={18}
          y2={height - BOTTOM}
          stroke="var(--soft)"
          strokeWidth={0.8}
          strokeDasharray="1 3"
        />
        {lines.map(({ name, values, colour, width: stroke, dash }) => (
          <path key={name} d={path(values)} fill="none" stroke={colour} strokeWidth={stroke} strokeDasharray={dash} />
        ))}
        {breakEvens
          .filter((at) => at >= spots[0]! && at <= spots.at(-1)!)
          .map((at) => (
            <circle key={at} cx={x(at)} cy={y(0)} r={3.2} fill="var(--paper)" stroke="var(--ink)" />
          ))}
        {lines.map(({ name, colour, dash }, k) => (
          <g key={name} transform={`translate(${LEFT + 8 + k * 108}, 8)`}>
            <line x1={0} x2={20} y1={0} y2={0} stroke={colour} strokeWidth={2} strokeDasharray={dash} />
            <text x={25} y={4} fill="var(--soft)">
              {name}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="mt-1 text-[12px] text-soft">
        A unit: {told}.{" "}
        {contracts > 0
          ? `For all contracts it can lose ${money(option.riskMoney, plan.currency)}.`
          : "No contract fits the risk."}{" "}
        Greeks: delta {fixed(option.delta, 2)}, gamma {fixed(option.gamma, 3)}, vega {fixed(option.vega, 3)} a point of
        volatility, theta {fixed(option.theta, 3)} a day.
      </figcaption>
    </figure>
  );
}

const bound = (x: number) => (Number.isFinite(x) ? signed(x, 2) : "without bound");
