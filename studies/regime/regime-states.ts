import { DIRECTIONS, stateStatistics, UNDEFINED_STATE, VOLATILITIES, type StateStatistics } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { isSmallSample } from "@studies/words/small-sample";
import { count, percent, signedPercent } from "@studies/words/words";
import { referenceColumns } from "@studies/columns/composites";
import { regimeColumns } from "@studies/columns/regime";
import { tableOf } from "@studies/table";
import { nextColumns, STATE_COLUMNS } from "./state-columns";

export interface NamedState extends StateStatistics {
  readonly name: string;
}

const PAIRS = DIRECTIONS.flatMap((d) => VOLATILITIES.map((v) => `${d}, ${v.toLowerCase()} volatility`));

/** "The index has been falling, with rough volatility,": in words, how a state is. */
function heldWords(by: "both" | "direction" | "volatility", { name }: NamedState): string {
  const [first, second] = name.toLowerCase().split(", ");
  if (by === "volatility") return `Volatility has been ${first!}`;
  return `The index has been ${first!}${second === undefined ? "" : `, with ${second},`}`;
}

/** How each state of the regime has behaved up to the as-of session. */
export const regimeStates = defineStudy({
  name: "regime-states",
  about:
    "How often each state of the regime occurred, how long it lasted, what the index did in the next 21 sessions and what state followed.",
  params: z.object({
    by: z
      .enum(["both", "direction", "volatility"])
      .default("both")
      .describe("states of direction and volatility together, or of one alone"),
  }),
  cost: "heavy",
  examples: [{}, { by: "direction" }, { by: "volatility" }],
  ask(market, { by }) {
    const { direction, volatility } = market.perSession(regimeColumns);
    const { close } = market.perSession(referenceColumns);
    const pair = direction.map((d, s) => (d < 0 || volatility[s]! < 0 ? UNDEFINED_STATE : 3 * d + volatility[s]!));
    const [states, names] =
      by === "both" ? [pair, PAIRS] : by === "direction" ? [direction, DIRECTIONS] : [volatility, VOLATILITIES];
    const rows = stateStatistics(states, names.length, close).map((row): NamedState => ({ ...row, name: names[row.state]! }));
    return { by, now: states[market.t]!, rows, names: [...names] };
  },
  reading(r) {
    const now = r.rows[r.now];
    if (!now || now.returns === 0) return [["No state has been followed for 21 sessions yet."]];
    const base = r.rows.reduce((sum, row) => sum + (row.returns > 0 ? row.positive * row.returns : 0), 0);
    const all = r.rows.reduce((sum, row) => sum + row.returns, 0);
    return [
      [
        `${heldWords(r.by, now)} on `,
        { figure: percent(now.share, 0) },
        ` of all sessions; 21 sessions later ${r.by === "volatility" ? "the index" : "it"} was higher after `,
        { figure: percent(now.positive, 0) },
        ` of ${count(now.returns, "such session")} in ${count(now.returnRuns, "run")}${isSmallSample(now.returns, now.returnRuns) ? ", a small sample" : ""}, against ${percent(base / all, 0)} of all, with `,
        { figure: signedPercent(now.median) },
        ` in the median and ${signedPercent(now.worst)} at worst.`,
      ],
    ];
  },
  table: (r) => tableOf([...STATE_COLUMNS, ...nextColumns(r.names)], r.rows),
});
