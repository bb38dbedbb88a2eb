import { strategy } from "@studies/strategies/strategy";
import { listItems, type Item } from "@server/items.server";
import { askFor, openDesk } from "~/ask.server";
import { strategyFrom, studyParamsOf, type StrategyBody } from "./strategy-address";

type Answer = Awaited<ReturnType<typeof askStrategy>>;

export interface StrategyAnswer {
  readonly saved: readonly Item<"strategy">[];
  /** On the instrument of the chart. */
  readonly here?: Omit<Answer["result"], "line"> & Pick<Answer, "reading">;
  readonly over?: Pick<Answer["result"], "rows"> & Pick<Answer, "reading"> & { readonly key: string };
}

const askStrategy = (request: Request, body: StrategyBody, over: string) => askFor(request, strategy, studyParamsOf(body, over));

/** What the strategy of an address did on an instrument, and over a list where that is asked; and those that are saved. */
export async function strategyAsked(request: Request, market: string, ticker: string): Promise<StrategyAnswer> {
  const search = new URL(request.url).searchParams;
  const { db } = await openDesk();
  const saved = (await listItems(db, "strategy")).filter((s) => s.body.market === market);
  const body = strategyFrom(search, market);
  if (!body) return { saved };
  const over = search.get("over");
  const [here, list] = await Promise.all([
    askStrategy(request, body, ticker),
    over ? askStrategy(request, body, over) : undefined,
  ]);
  const { line: _line, ...result } = here.result;
  return {
    saved,
    here: { reading: here.reading, ...result },
    ...(list ? { over: { key: over!, reading: list.reading, rows: list.result.rows } } : {}),
  };
}
