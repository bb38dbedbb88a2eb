import { catalogue, conditionsOf, measureOf, subjectOf, type CataloguedClause } from "@core";
import type { AskedInstrument } from "@studies/conditions/asked-instruments";

/** The clauses of the catalogue that can be asked of an instrument: those on scores, sectors and reports only of stocks. */
export function catalogueFor({ conditions }: AskedInstrument): readonly CataloguedClause[] {
  const { part, index } = conditions.series;
  if (index !== undefined && part.at(index)?.kind === "stock") return catalogue().all;
  return catalogue().all.filter(({ rule }) =>
    conditionsOf(rule).every(({ left }) => {
      const of = subjectOf(left);
      return of !== "sector" && (of !== "self" || !["stock", "peers", "reports"].includes(measureOf(left.measure).needs));
    }),
  );
}
