import { listItems, type ItemBody } from "@server/items.server";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { gates } from "@studies/trials/gates";
import { model } from "@studies/trials/rebalanced-model";
import { trials } from "@studies/trials/trials";
import { walkForward } from "@studies/trials/walk-forward";
import { count, sentenceText } from "@studies/words/words";
import { daysAhead } from "@studies/today/days-ahead";
import { askFor, findFor, openDesk } from "./ask.server";

type Trial = ItemBody<"trial">;

/** A figure with its interval, NaN where there is none. */
export interface Judged {
  readonly value: number;
  readonly interval: readonly [number, number];
}

/** A saved trial with what it says at the as-of date. */
export interface JudgedTrial {
  readonly name: string;
  readonly body: Trial;
  /** What it is a mean of: "64 re-entries", "1,225 weeks", "a year since 1 May 2003". */
  readonly of: string;
  /** Net against the benchmark, and gross against all members (a model's: against the set in equal parts). */
  readonly excess: Judged;
  readonly beyond: Judged;
  /** Of a model that is rebalanced at the next open: what its reading says of it. */
  readonly due: string | undefined;
}

const NO_INTERVAL: readonly [number, number] = [NaN, NaN];
const single = (value: number): Judged => ({ value, interval: NO_INTERVAL });

/** The saved trials of a market. */
export async function savedTrials(market: string): Promise<{ readonly name: string; readonly body: Trial }[]> {
  return (await listItems((await openDesk()).db, "trial")).filter((t) => t.body.market === market);
}

/** The saved trials of a market, each asked anew as of the date in view; what cannot be answered then has no figures. */
export async function judgedTrials(request: Request, market: string): Promise<JudgedTrial[]> {
  const saved = await savedTrials(market);
  return Promise.all(saved.map(async ({ name, body }) => ({ name, body, ...((await judged(request, body)) ?? NOTHING) })));
}

/** What the saved models that are rebalanced at the next open would change; none is asked that is not due. */
export async function modelsDue(request: Request, market: string): Promise<JudgedTrial[]> {
  const models = (await savedTrials(market)).filter((t) => t.body.view === "models");
  if (models.length === 0) return [];
  const { ended } = (await askFor(request, daysAhead, {})).result;
  const isEnding = ({ body }: (typeof models)[number]) => ended.some((period) => period === periodOf(body));
  const asked = models
    .filter(isEnding)
    .map(async ({ name, body }) => ({ name, body, ...((await judged(request, body)) ?? NOTHING) }));
  return (await Promise.all(asked)).filter((t) => t.due !== undefined);
}

/** How often a saved model is rebalanced. */
export function periodOf({ params }: Trial): string {
  return params["period"]?.[0] ?? "month";
}

const weeksWords = (n: number) => (n === 0 ? "no week yet" : count(n, "week"));

const NOTHING = { of: "nothing at this date", excess: single(NaN), beyond: single(NaN), due: undefined };

async function judged(request: Request, { view, params }: Trial): Promise<Omit<JudgedTrial, "name" | "body"> | undefined> {
  const search = new URLSearchParams(Object.entries(params).flatMap(([key, all]) => all.map((value) => [key, value])));
  switch (view) {
    case "moments": {
      const said = await findFor(request, trials, paramsFromSearch(trials.params, search));
      if (!said) return undefined;
      const { rows, episodes, episode } = said.result;
      const best = rows.filter((r) => r.averages.n > 0).sort((a, b) => b.averages.beyond - a.averages.beyond)[0];
      const which = rows.length > 1 && best ? `, the best of ${rows.length}: ${best.name}` : "";
      return {
        of: `${episodes.length === 0 ? `no ${episode.one} yet` : count(episodes.length, episode.one, episode.many)}${which}`,
        excess: single(best?.averages.excess ?? NaN),
        beyond: single(best?.averages.beyond ?? NaN),
        due: undefined,
      };
    }
    case "weeks": {
      const said = await findFor(request, walkForward, paramsFromSearch(walkForward.params, search));
      if (!said) return undefined;
      const { excess, beyond } = said.result.records;
      return {
        of: `${weeksWords(excess.weeks)} of ${said.result.name}`,
        excess: { value: excess.mean, interval: excess.interval },
        beyond: { value: beyond.mean, interval: beyond.interval },
        due: undefined,
      };
    }
    case "gates": {
      const said = await findFor(request, gates, paramsFromSearch(gates.params, search));
      const all = said?.result.rows.at(-1);
      if (!said || !all) return undefined;
      return {
        of: `${weeksWords(said.result.weeks)} through ${count(said.result.gates.length, "gate")}`,
        excess: { value: all.excess.mean, interval: all.excess.interval },
        beyond: { value: all.beyond.mean, interval: all.beyond.interval },
        due: undefined,
      };
    }
    case "models": {
      const said = await findFor(request, model, paramsFromSearch(model.params, search));
      if (!said) return undefined;
      const { figures, isDue } = said.result;
      const of = (one: typeof figures.model) => (Number.isNaN(figures.model.annual) ? one.total : one.annual);
      return {
        of: Number.isNaN(figures.model.annual) ? "since its beginning" : "a year",
        excess: single(of(figures.model) - of(figures.benchmark)),
        beyond: single(of(figures.model) - of(figures.equal)),
        due: isDue ? sentenceText(said.reading[0]!) : undefined,
      };
    }
  }
}
