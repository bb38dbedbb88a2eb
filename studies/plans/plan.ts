import { ema, levelLadder, ruleSentence, sharedLines, withoutOff, type PlanChange, type PlanSide } from "@core";
import { isoDate } from "@core/columns/epoch-day";
import { z } from "zod";
import { holdsNow } from "@studies/conditions/holds-now";
import { defineStudy } from "@studies/define-study";
import { drawnPrices } from "@studies/drawings/drawn-prices";
import { jsonText } from "@studies/json-text";
import { rungName } from "@studies/key-levels/rung-name";
import { tableOf, type Column } from "@studies/table";
import { budgetOf, followedPlan } from "./followed-plan";
import { lastOfInterest, planCalendar, sessionsTo } from "./plan-events";
import { plannedOption } from "./plan-option";
import { PLAN_EXAMPLES } from "./plan-examples";
import { planReading } from "./plan-reading";
import { plannedSides } from "./plan-rungs";
import { accountOf, accountValueAt, askedPlan } from "./plan-schema";
import { planWarnings } from "./plan-warnings";
import { changeWords } from "./plan-words";
import { reportMoves } from "./report-moves";
import { standing } from "./standing";
import { planPicture } from "./plan-picture";

const MOST_LETTERS = 400_000;
const SHOWN_BARS = 70;
const AVERAGE = 50;

/** Something that has happened to a plan, with its day. */
export type DatedChange = PlanChange & { readonly day: number; readonly side: PlanSide };

/** One plan as it stands: its ladder, size, steps, calendar, option, and what has come of it. */
export const plan = defineStudy({
  name: "plan",
  about:
    "One plan as it stands at the as-of session: its levels, size, steps, what lies within its time, its option, and what has come of it.",
  params: z.object({ plan: jsonText(askedPlan.nullable(), MOST_LETTERS).prefault("null").describe("the plan as JSON") }),
  cost: "heavy",
  drawings: true,
  examples: PLAN_EXAMPLES.map((one) => ({ plan: one })),
  ask(market, params) {
    const followed = params.plan ? followedPlan(market, params.plan) : undefined;
    if (!followed) return undefined;
    const { days, bars, now, instrument, currency, conditions, versions, isClosesOnly, plan: own } = followed;
    const account = accountOf(own, now);
    const sides = plannedSides(followed);
    const calendar = planCalendar(followed);
    // Of a plan that is over, how things stood a little after its end.
    const last = lastOfInterest(followed);
    const cut = (column: Float64Array) => column.subarray(0, last + 1);
    const seen = {
      open: cut(bars.open),
      high: cut(bars.high),
      low: cut(bars.low),
      close: cut(bars.close),
      volume: cut(bars.volume),
    };
    const from = Math.max(0, last + 1 - SHOWN_BARS);
    const shown = (column: Float64Array) => column.slice(from, last + 1);
    const report = calendar.events.find((event) => event.kind === "report" && event.day > market.asOf);
    const isNow = last === days.length - 1;
    const levels = levelLadder(seen, isNow ? drawnPrices(conditions.series) : []);
    const { close, range } = standing(followed, last);
    const changes = followed.sides
      .flatMap((side) => side.changes.map((change): DatedChange => ({ ...change, day: days[change.session]!, side: side.side })))
      .sort((a, b) => a.session - b.session);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      id: own.id,
      ticker: instrument.ticker,
      name: instrument.name,
      kind: instrument.kind,
      currency,
      origin: own.origin,
      made: own.versions[0]!.made,
      version: now,
      versions: versions.map(({ made, written }) => ({ made, written })),
      isClosesOnly,
      close,
      atr: range,
      bars: {
        days: days.slice(from, last + 1),
        open: shown(bars.open),
        high: shown(bars.high),
        low: shown(bars.low),
        close: shown(bars.close),
        volume: shown(bars.volume),
      },
      average: shown(ema(bars.close, AVERAGE)),
      levels: sharedLines(levels).map(({ price, place, rungs }) => ({
        price,
        place,
        names: rungs.map((rung) => rungName(rung.at === undefined ? rung : { ...rung, day: days[rung.at]! })),
      })),
      sides,
      account: account && { name: account.name, currency: account.currency, value: accountValueAt(account, now.made) },
      budget: budgetOf(now, currency, account),
      warnings: planWarnings(followed, sides, calendar),
      calendar,
      reports: reportMoves(followed),
      nextReport: report && { day: report.day, sessions: sessionsTo(followed, market, report.day) },
      steps: now.steps.map((step) => ({
        ...step,
        words: ruleSentence(withoutOff(step.when)),
        now: step.off ? -1 : holdsNow(conditions, withoutOff(step.when)),
        /** The day on which it was first carried out on any side. */
        done: changes.find((one) => one.by === step.key)?.day,
      })),
      option: plannedOption(followed),
      changes,
    };
  },
  reading: (r) =>
    r ? planReading({ ...r, size: r.version.size, report: r.nextReport }) : [["This plan was not made yet at this close."]],
  table: (r) => tableOf(CHANGE_COLUMNS, r ? r.changes : []),
  pictures: {
    ladder: {
      name: "Its bars with the levels of the plan",
      draw: (r) => r && planPicture(r),
    },
  },
  states: (r): Readonly<Record<string, string>> =>
    r ? Object.fromEntries(r.sides.map(({ side, outcome }) => [`the ${side} side`, outcome.status])) : {},
});

const CHANGE_COLUMNS: readonly Column<DatedChange>[] = [
  { key: "date", label: "date", unit: "text", value: (r) => isoDate(r.day) },
  { key: "side", label: "side", unit: "text", value: (r) => r.side },
  { key: "what", label: "what", unit: "text", value: (r) => r.what },
  { key: "units", label: "units", unit: "count", value: (r) => r.units },
  { key: "price", label: "price", unit: "price", value: (r) => r.price },
  { key: "when", label: "when", unit: "text", value: (r) => r.at },
  { key: "by", label: "by", unit: "text", value: (r) => r.by },
  { key: "order unknown", label: "order unknown", unit: "text", value: (r) => (r.isInDoubt ? "yes" : "") },
  { key: "words", label: "words", unit: "text", value: (r) => changeWords(r, r.side) },
];
