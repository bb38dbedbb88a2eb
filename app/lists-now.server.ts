import { listLists } from "@server/lists.server";
import { directory } from "@studies/frame/directory";
import { membersOn, type SavedList } from "@studies/lists/list-schema";
import { scan } from "@studies/scans/scan";
import { pickedKey } from "@studies/sets/group-key";
import { askFor, findFor, openDesk } from "./ask.server";

/** A list with its members at the as-of date: of a live one those that pass its scan then. */
export interface ListNow {
  readonly name: string;
  readonly tickers: readonly string[];
  /** Its key as a group; empty where nobody is in it. */
  readonly key: string;
  readonly list: SavedList;
}

/** The lists of the market in view as they stand at its date. */
export async function listsHere(request: Request): Promise<ListNow[]> {
  const { market, asOf } = await askFor(request, directory);
  return listsNow(request, market, asOf);
}

/** The lists of a market as they stand at a date. */
export async function listsNow(request: Request, market: string, asOf: number): Promise<ListNow[]> {
  const { db } = await openDesk();
  return Promise.all(
    (await listLists(db, market)).map(async (list): Promise<ListNow> => {
      const tickers = list.scan ? await passing(request, list.scan) : membersOn(list, asOf).map((m) => m.ticker);
      return { name: list.name, tickers, key: tickers.length === 0 ? "" : pickedKey(tickers, list.name), list };
    }),
  );
}

async function passing(request: Request, own: NonNullable<SavedList["scan"]>): Promise<readonly string[]> {
  const said = await findFor(request, scan, { when: JSON.stringify(own.when), for: own.for, top: 1, col: ["close"] });
  return said?.result.tickers ?? [];
}
