import { ruleSentence } from "@core/conditions/sentence";
import { listItems, type ItemBody } from "@server/items.server";
import { holding } from "@studies/precedents/holding";
import { findFor, openDesk } from "./ask.server";
import { hrefOf, parseHere } from "./here";

type Situation = ItemBody<"situation">;

export interface JudgedSituation {
  readonly name: string;
  readonly body: Situation;
  readonly sentence: string;
  /** Where it is opened. */
  readonly href: string;
  /** Instruments for which it holds at this close, of how many. */
  readonly holding: number;
  readonly instruments: number;
}

/** A saved situation as parameters of an address, and of the study. */
export function paramsOfSituation(s: Situation): Record<string, string> {
  return {
    when: JSON.stringify(s.when),
    for: s.for,
    entry: s.entry,
    hold: String(s.hold),
    exit: s.exit,
    side: s.side,
    cost: String(s.cost),
    ...(s.overlaps ? { overlaps: s.overlaps } : {}),
  };
}

/** The saved situations of a market, each with whether it holds at the as-of close. */
export async function judgedSituations(request: Request, market: string): Promise<JudgedSituation[]> {
  const here = parseHere(new URL(request.url).searchParams);
  const saved = (await listItems((await openDesk()).db, "situation")).filter((s) => s.body.market === market);
  return Promise.all(
    saved.map(async ({ name, body }) => {
      const params = paramsOfSituation(body);
      const said = await findFor(request, holding, { when: params["when"], for: body.for, entry: body.entry });
      return {
        ...{ name, body, sentence: ruleSentence(body.when) },
        href: hrefOf(here, "/precedents", { ...params, name }),
        holding: said?.result.holders.length ?? 0,
        instruments: said?.result.instruments ?? 0,
      };
    }),
  );
}

/** Those of them that hold. */
export async function holdingSituations(request: Request, market: string): Promise<JudgedSituation[]> {
  return (await judgedSituations(request, market)).filter((s) => s.holding > 0);
}
