import {
  evaluateRule,
  isDrawn,
  subjectOf,
  usesOf,
  type Condition,
  type MeasureUse,
  type Moment,
  type Rule,
  type Truth,
} from "@core";
import { keptSection } from "@studies/market/kept";
import type { Market } from "@studies/market/market";
import { cataloguedTruth } from "./catalogued-truths";
import { conditionSource, isShared } from "./condition-source";
import type { Asked, SubjectSeries } from "./subject-series";

/** Conditions as asked of one instrument, on its own calendar. */
export interface ConditionsOf {
  readonly series: SubjectSeries;
  /** On which sessions a rule is true; what was judged before is kept. */
  truth(rule: Rule, moment: Moment): Truth;
  /** The measures of a rule that have no value on any session: because of them nothing can be said of it. */
  unknownMeasures(rule: Rule): MeasureUse[];
}

export function conditionsAskedOf(market: Market, asked: Asked): ConditionsOf {
  const source = conditionSource(market, asked);
  const kept = market.crossSection(keptTruths);
  const name = asked === "composite" ? asked : asked.instrument.ticker;
  const isHere = asked === "composite" || asked.part === market;
  const isIndex = isHere && asked !== "composite" && asked.instrument.kind === "index";
  return {
    series: source.series,
    truth(rule, moment) {
      const judge = (condition: Condition, make: () => Truth) => {
        const drawn = usesOf(condition).some(isDrawn) ? market.drawingsKey : "";
        const of = isHere && isShared(condition) ? "" : name;
        const text = JSON.stringify(condition);
        const isCut = moment === "close" && (of === "" || isIndex);
        return kept.get(`${moment}/${of}/${drawn}/${text}`, () => (isCut && cataloguedTruth(market, of, text)) || make());
      };
      const truth = evaluateRule(rule, { ...source, kept: judge }, moment);
      source.release();
      return truth;
    },
    unknownMeasures(rule) {
      return usesOf(rule).filter((use) => source.subject(subjectOf(use)).column(use).every(Number.isNaN));
    },
  };
}

/** Truth of conditions as of a session. */
const keptTruths = keptSection<Truth>("truths", 24 * 2 ** 20, (truth) => 2 * truth.yes.byteLength + 200);
