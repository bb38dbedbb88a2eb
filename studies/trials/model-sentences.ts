import type { Sentence } from "@studies/define-study";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { count, date, list, percent, signedPercent } from "@studies/words/words";
import type { HoldingRow } from "./model-columns";
import type { ModelFigures } from "./rebalanced-model";

interface Told {
  readonly set: PeerSet;
  readonly slots: number;
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
  const { many } = PEER_SETS[r.set];
  if (r.members === 0) return [[`None of the ${many} here can be bought at this date.`]];
  if (r.days.length === 0)
    return [[`The model has not been invested yet: at no period's end one of the ${many} has had its measure and its average.`]];
  const held = r.holdings.filter((h) => h.stands !== "comes");
  const named = (rows: readonly HoldingRow[]) =>
    rows.length > 4 ? `${count(rows.length, PEER_SETS[r.set].one, many)}` : list(rows.map((h) => h.name));
  const comes = r.holdings.filter((h) => h.stands === "comes");
  const goes = r.holdings.filter((h) => h.stands === "goes");
  const first: Sentence =
    held.length === 0
      ? ["It holds ", { figure: "nothing but cash" }, `, none of the ${many} having been above its average.`]
      : [
          "It holds ",
          { figure: named(held) },
          Number.isNaN(r.rebalanced) ? "" : ` since ${date(r.rebalanced)}`,
          r.cash > 0.005 ? `, ${percent(r.cash, 0)} in cash` : "",
          "; ",
          comes.length + goes.length === 0
            ? `${r.isDue ? "the rebalancing at the next open changes" : "rebalanced now it would change"} nothing`
            : [
                r.isDue ? "at the next open" : "rebalanced now",
                ...(comes.length > 0 ? [`${named(comes)} would come`] : []),
                ...(comes.length > 0 && goes.length > 0 ? ["and"] : []),
                ...(goes.length > 0 ? [`${named(goes)} would go`] : []),
              ].join(" "),
          ".",
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
