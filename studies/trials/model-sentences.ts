import type { Sentence } from "@studies/define-study";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { count, date, list, percent, signedPercent } from "@studies/words/words";
import type { HoldingRow } from "./model-columns";
import type { ModelFigures } from "./model-course";

interface Told {
  readonly set: PeerSet;
  readonly period: string;
  readonly members: number;
  readonly isDue: boolean;
  readonly rebalanced: number;
  readonly cash: number;
  readonly holdings: readonly HoldingRow[];
  readonly benchmark: string;
  readonly days: Int32Array;
  readonly figures: { readonly model: ModelFigures; readonly benchmark: ModelFigures; readonly equal: ModelFigures };
}

/** What it holds, what would change now, and what it has been worth. */
export function modelSentences(r: Told): Sentence[] {
  const { one, many } = PEER_SETS[r.set];
  if (r.members === 0) return [[`None of the ${many} here can be bought at this date.`]];
  if (r.days.length === 0)
    return [[`The model has not been invested yet: no ${r.period} has ended at which one of the ${many} could be chosen.`]];
  const held = r.holdings.filter((h) => h.stands !== "comes");
  const named = (rows: readonly HoldingRow[]) =>
    rows.length > 4 ? count(rows.length, one, many) : list(rows.map((h) => h.name));
  const comes = r.holdings.filter((h) => h.stands === "comes");
  const goes = r.holdings.filter((h) => h.stands === "goes");
  const when = r.isDue ? "at the next open" : "rebalanced now";
  const change =
    comes.length + goes.length === 0
      ? `${when} nothing would change`
      : `${when} ${[
          ...(comes.length > 0 ? [`${named(comes)} would come`] : []),
          ...(goes.length > 0 ? [`${named(goes)} would go`] : []),
        ].join(" and ")}`;
  const first: Sentence = [
    "It holds ",
    { figure: held.length === 0 ? "nothing but cash" : named(held) },
    Number.isNaN(r.rebalanced) ? "" : ` since ${date(r.rebalanced)}`,
    held.length > 0 && r.cash > 0.005 ? `, ${percent(r.cash, 0)} in cash` : "",
    `; ${change}.`,
  ];
  const { model, benchmark, equal } = r.figures;
  const yearly = !Number.isNaN(model.annual);
  const of = (figures: ModelFigures) => signedPercent(yearly ? figures.annual : figures.total);
  return [
    first,
    [
      `Since ${date(r.days[0]!)} it made `,
      { figure: of(model) },
      `${yearly ? " a year" : ""} after cost, ${r.benchmark} ${of(benchmark)} and all of the set in equal parts ${of(equal)}; its deepest fall was ${percent(model.drawdown, 0)}, against ${percent(benchmark.drawdown, 0)}.`,
    ],
  ];
}
