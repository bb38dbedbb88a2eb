import { useRef } from "react";
import { date, dayMonth, percent, signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import type { PlanAnswer } from "./plan-shown";

interface Props {
  readonly plan: Pick<PlanAnswer, "calendar" | "asOf" | "reports" | "version" | "made">;
  readonly width?: number;
}

const HEIGHT = 92;
const LINE = 48;
const EDGE = 30;

/** The days from the making of a plan to beyond its end: what comes within them. */
export function TimeLine({ plan, width: fixedWidth }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const measured = useWidth(box, fixedWidth ?? 1080);
  const width = fixedWidth ?? measured;
  const { sessions, end, events } = plan.calendar;
  const last = sessions.length - 1;
  const x = (k: number) => EDGE + (k / last) * (width - 2 * EDGE);
  /** Between sessions where a day is none. */
  const at = (day: number) => {
    const k = sessions.findIndex((s) => s >= day);
    if (k < 0) return x(last);
    return sessions[k] === day || k === 0 ? x(k) : (x(k - 1) + x(k)) / 2;
  };
  const report = events.find((event) => event.kind === "report");
  const now = at(Math.max(plan.asOf, sessions[0]!));
  const every = Math.max(1, Math.ceil(sessions.length / 6));
  const moves = plan.reports;
  const above = placed(
    events.filter((event) => event.kind !== "holiday" && event.kind !== "report").map((event) => ({ event, x: at(event.day) })),
  );
  return (
    <div ref={box}>
      <svg
        width={width}
        height={HEIGHT}
        viewBox={fixedWidth === undefined ? undefined : `0 0 ${width} ${HEIGHT}`}
        className={fixedWidth === undefined ? "block" : "block h-auto w-full"}
        role="img"
        aria-label={timeWords(plan)}
        fontSize={11}
      >
        <line x1={EDGE} x2={width - EDGE} y1={LINE} y2={LINE} stroke="var(--soft)" strokeDasharray="2 3" />
        <line
          x1={EDGE}
          x2={end === undefined ? width - EDGE : at(end)}
          y1={LINE}
          y2={LINE}
          stroke="var(--ink)"
          strokeWidth={1.8}
        />
        {[...sessions].map((day, k) => (
          <g key={day}>
            <line x1={x(k)} x2={x(k)} y1={LINE - 3} y2={LINE} stroke="var(--ink)" strokeWidth={0.8} />
            {k % every === 0 && k < last && (
              <text x={x(k)} y={LINE + 20} textAnchor="middle" fill="var(--soft)">
                {dayMonth(day)}
              </text>
            )}
          </g>
        ))}
        {above.map(({ event, x: left, isShown }) => (
          <g key={`${event.kind} ${event.day}`}>
            <circle
              cx={left}
              cy={LINE}
              r={event.kind === "made" || event.kind === "out" ? 4 : 3}
              fill={event.kind === "made" || event.kind === "out" ? "var(--ink)" : "var(--paper)"}
              stroke="var(--soft)"
            />
            {isShown && (
              <text
                x={left}
                y={LINE - 10}
                textAnchor={event.kind === "made" ? "start" : left > width - EDGE - LABEL_WIDTH / 2 ? "end" : "middle"}
                fill={event.kind === "made" || event.kind === "out" ? "var(--ink)" : "var(--soft)"}
                fontWeight={event.kind === "made" || event.kind === "out" ? 600 : 400}
              >
                {event.kind === "out" ? outWords(plan) : event.kind}
              </text>
            )}
          </g>
        ))}
        {placed(events.filter((event) => event.kind === "holiday").map((event) => ({ event, x: at(event.day) }))).map(
          ({ event, x: left, isShown }) => (
            <g key={event.day}>
              <rect x={left - 5} y={LINE - 2} width={10} height={4} fill="var(--paper)" />
              {isShown && (
                <text x={Math.max(40, Math.min(width - 40, left))} y={LINE + 36} textAnchor="middle" fill="var(--soft)">
                  {dayMonth(event.day)} closed
                </text>
              )}
            </g>
          ),
        )}
        {now > EDGE && (
          <path d={`M ${now - 4} ${LINE + 10} L ${now} ${LINE + 3} L ${now + 4} ${LINE + 10} Z`} fill="var(--indigo)" />
        )}
        {report && (
          <g fill="var(--amber)">
            <line x1={at(report.day)} x2={at(report.day)} y1={16} y2={LINE + 5} stroke="var(--amber)" strokeWidth={1.6} />
            <path d={`M ${at(report.day)} ${LINE - 5} l 5 5 l -5 5 l -5 -5 Z`} />
            <text x={Math.max(150, Math.min(width - 190, at(report.day)))} y={11} textAnchor="middle" fontWeight={600}>
              reports {dayMonth(report.day)}, before the open
              {moves.n > 1
                ? `; its last ${moves.n} moved it ${percent(moves.median)} in the median, the largest ${signedPercent(moves.largest)}`
                : ""}
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}

const LABEL_WIDTH = 96;

/** Labels that would lie on the one before are left out; the dots stay. */
function placed<E extends { readonly x: number; readonly event: { readonly kind: string } }>(all: readonly E[]) {
  const isStrong = (one: E) => one.event.kind === "made" || one.event.kind === "out";
  const taken = all.filter(isStrong).map((one) => one.x);
  return all.map((one) => {
    if (isStrong(one)) return { ...one, isShown: true };
    const isShown = taken.every((x) => Math.abs(x - one.x) >= LABEL_WIDTH);
    if (isShown) taken.push(one.x);
    return { ...one, isShown };
  });
}

/** "out, session 15". */
function outWords({ calendar: { sessions, end } }: Props["plan"]): string {
  const k = end === undefined ? -1 : sessions.indexOf(end);
  return k < 0 ? "out" : `out, session ${k}`;
}

function timeWords({ calendar: { events, end } }: Props["plan"]): string {
  const said = events.map((event) => `${date(event.day)}: ${event.kind}`);
  return `The days of the plan. ${said.join("; ")}.${end === undefined ? " It has no end." : ""}`;
}
