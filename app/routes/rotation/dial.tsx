import { useId, useMemo } from "react";
import { signed } from "@studies/words/words";
import { HaloText } from "~/charts/halo-text";
import {
  CENTRE,
  headSize,
  hubLabel,
  placeLabels,
  placeOf,
  RADIUS,
  radiusOf,
  reachOf,
  ringLabels,
  shortName,
  SIZE,
  type DialMember,
} from "~/charts/dial-layout";

/** A member of the dial at one sample, with what it went through before. */
export interface DialRow {
  readonly key: string;
  readonly name: string;
  readonly ticker: string;
  readonly value: number;
  readonly colour: string;
  readonly trend: Float64Array;
  readonly momentum: Float64Array;
  /** Whether its trail is drawn also when it is not pointed at. */
  readonly traced: boolean;
}

interface Props {
  readonly title: string;
  readonly set: string;
  readonly rows: readonly DialRow[];
  /** The sample that is shown, an index into the columns, and how many samples its trail has. */
  readonly at: number;
  readonly trail: number;
  readonly hub: string;
  readonly lit: string | undefined;
  readonly onLight: (key: string | undefined) => void;
  readonly onOpen: (key: string) => void;
}

const TICKS = 48;
/** Samples of a trail that always fit. */
const NEAR = 4;

/** The rotation dial: up is ahead of the benchmark, left is gaining; rings at whole sigmas, trails taper toward the past. */
export function Dial({ title, set, rows, at, trail, hub, lit, onLight, onOpen }: Props) {
  const { members, reach } = useMemo(() => drawn(rows, at, trail, set), [rows, at, trail, set]);
  const ringsNamed = useMemo(() => ringLabels(reach), [reach]);
  const labels = useMemo(() => placeLabels(members, hub, ringsNamed), [members, hub, ringsNamed]);
  const clip = useId();
  const colourOf = useMemo(() => new Map(rows.map((r) => [r.key, r.colour])), [rows]);
  const hubAt = hubLabel();
  const rings = Array.from({ length: Math.floor(reach) }, (_, k) => k + 1);
  const traced = new Set(rows.filter((r) => r.traced).map((r) => r.key));
  const level = ({ key }: DialMember) => (key === lit ? 2 : traced.has(key) ? 1 : 0);
  const ordered = [...members].sort((a, b) => level(a) - level(b));
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="mx-auto block max-h-[max(420px,min(720px,calc(100dvh-250px)))] w-full"
      role="img"
      aria-label={`${title}: ${members.length} members around ${hub}; the phase ribbon beside it lists each with its trend.`}
    >
      <circle cx={CENTRE} cy={CENTRE} r={RADIUS} fill="var(--raised)" stroke="var(--rule)" />
      {Array.from({ length: TICKS }, (_, k) => {
        const angle = (2 * Math.PI * k) / TICKS;
        const length = k % 12 === 0 ? 9 : 4;
        const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
        return (
          <line
            key={k}
            x1={CENTRE + RADIUS * sin}
            y1={CENTRE - RADIUS * cos}
            x2={CENTRE + (RADIUS + length) * sin}
            y2={CENTRE - (RADIUS + length) * cos}
            stroke="var(--soft)"
            strokeWidth={0.7}
          />
        );
      })}
      {rings.map((sigma) => (
        <circle key={sigma} cx={CENTRE} cy={CENTRE} r={radiusOf(sigma, reach)} fill="none" stroke="var(--rule)" />
      ))}
      {ringsNamed.map((ring) => (
        <text key={ring.text} x={ring.x} y={ring.y} fontSize={10.5} fill="var(--soft)">
          {ring.text}
        </text>
      ))}
      <g fontSize={12.5} fontWeight={600} fill="var(--ink)" textAnchor="middle">
        <text x={CENTRE} y={14}>
          ahead
        </text>
        <text x={CENTRE} y={SIZE - 6}>
          behind
        </text>
        <text transform={`translate(13 ${CENTRE}) rotate(-90)`}>gaining</text>
        <text transform={`translate(${SIZE - 13} ${CENTRE}) rotate(90)`}>giving way</text>
      </g>
      <circle cx={CENTRE} cy={CENTRE} r={4} fill="var(--ink)">
        <title>{hub}</title>
      </circle>
      <HaloText
        x={hubAt.x}
        y={hubAt.y}
        textAnchor="middle"
        fontSize={10.5}
        fill="var(--soft)"
        stroke="var(--raised)"
        strokeWidth={2.5}
      >
        {hub}
      </HaloText>
      <clipPath id={clip}>
        <circle cx={CENTRE} cy={CENTRE} r={RADIUS} />
      </clipPath>
      {ordered.map((m) => {
        const faded = lit !== undefined && lit !== m.key;
        const colour = colourOf.get(m.key)!;
        const head = m.trail[m.trail.length - 1]!;
        const row = rows.find((r) => r.key === m.key)!;
        return (
          <g
            key={m.key}
            opacity={faded ? 0.22 : 1}
            className="cursor-pointer"
            data-member={m.key}
            onMouseEnter={() => {
              onLight(m.key);
            }}
            onMouseLeave={() => {
              onLight(undefined);
            }}
            onClick={() => {
              onOpen(m.key);
            }}
          >
            <title>{`${row.name}: trend ${signed(row.trend[at]!, 2)}σ, momentum ${signed(row.momentum[at]!, 2)}σ`}</title>
            <g clipPath={`url(#${clip})`}>
              {(row.traced || m.key === lit ? m.trail.slice(1) : []).map((to, k) => {
                const from = m.trail[k]!;
                const share = (k + 1) / (m.trail.length - 1);
                return (
                  <line
                    key={k}
                    x1={from.x}
                    y1={from.y}
                    x2={to.x}
                    y2={to.y}
                    stroke={colour}
                    strokeLinecap="round"
                    strokeWidth={0.5 + 2.3 * share}
                    opacity={0.85 * (0.25 + 0.75 * share)}
                  />
                );
              })}
            </g>
            <circle
              cx={head.x}
              cy={head.y}
              r={m.size}
              fill={colour}
              fillOpacity={row.traced || m.key === lit ? 1 : 0.45}
              stroke="var(--raised)"
              strokeWidth={1}
            />
          </g>
        );
      })}
      {labels.map((label) => {
        const m = members.find((x) => x.key === label.key)!;
        if (lit !== undefined && lit !== m.key) return null;
        const { x, y, anchor } = label;
        return <DialLabel key={m.key} x={x} y={y} anchor={anchor} text={m.label} strong={lit === m.key} />;
      })}
      {lit !== undefined && !labels.some((l) => l.key === lit) && <LitLabel member={members.find((m) => m.key === lit)} />}
    </svg>
  );
}

function DialLabel({
  x,
  y,
  anchor,
  text,
  strong,
}: {
  x: number;
  y: number;
  anchor: "start" | "end" | "middle";
  text: string;
  strong: boolean;
}) {
  return (
    <HaloText
      x={x}
      y={y}
      textAnchor={anchor}
      fontSize={11.5}
      fontWeight={strong ? 600 : 400}
      fill="var(--ink)"
      stroke="var(--raised)"
      strokeWidth={2.5}
      pointerEvents="none"
    >
      {text}
    </HaloText>
  );
}

/** The label of a member for which there was no room, while it is pointed at. */
function LitLabel({ member }: { member: DialMember | undefined }) {
  const head = member?.trail[member.trail.length - 1];
  if (!member || !head) return null;
  const right = head.x < CENTRE;
  return (
    <DialLabel
      x={head.x + (right ? 1 : -1) * (member.size + 4)}
      y={head.y + 4}
      anchor={right ? "start" : "end"}
      text={member.label}
      strong
    />
  );
}

function drawn(rows: readonly DialRow[], at: number, trail: number, set: string): { members: DialMember[]; reach: number } {
  const known = rows.filter((r) => !Number.isNaN(r.trend[at]) && !Number.isNaN(r.momentum[at]));
  const from = Math.max(0, at - trail);
  const samples = Array.from({ length: at - from + 1 }, (_, k) => from + k);
  const pointsOf = (r: DialRow) =>
    samples
      .filter((s) => !Number.isNaN(r.trend[s]) && !Number.isNaN(r.momentum[s]))
      .map((s) => ({ trend: r.trend[s]!, momentum: r.momentum[s]! }));
  // Heads and their last steps fit; an older trail may run out over the edge.
  const reach = reachOf(known.flatMap((r) => pointsOf(r).slice(r.traced ? -NEAR : -1)));
  const largest = known.reduce((most, r) => Math.max(most, Number.isNaN(r.value) ? 0 : r.value), 0);
  const members = known.map((r): DialMember => ({
    key: r.key,
    label: shortName(r.name, r.ticker, set),
    size: headSize(r.value, largest, known.length),
    trail: pointsOf(r).map((p) => placeOf(p.trend, p.momentum, reach)),
    fromHub: Math.hypot(r.trend[at]!, r.momentum[at]!),
    isFirst: r.traced,
  }));
  return { members, reach };
}
