import { catalogue, conditionsOf, lazily, type CataloguedClause } from "@core";
import type { AskedInstrument } from "@studies/conditions/asked-instruments";
import { isOfStocks } from "@studies/conditions/catalogued-truths";

const ofAny = lazily(() => catalogue().all.filter(({ rule }) => !conditionsOf(rule).some(isOfStocks)));

/** The clauses of the catalogue that can be asked of an instrument: those on scores, sectors and reports only of stocks. */
export function catalogueFor({ conditions }: AskedInstrument): readonly CataloguedClause[] {
  const { part, index } = conditions.series;
  return index !== undefined && part.at(index)?.kind === "stock" ? catalogue().all : ofAny();
}
