import { directory, type DirectoryEntry } from "@studies/frame/directory";
import { count } from "@studies/words/words";
import { askFor, findFor, foreseen, openDesk } from "~/ask.server";
import { listsNow } from "~/lists-now.server";
import type { Route } from "./+types/find";

/** Something that can be found; of another market than the one in view with that market. */
export interface Found extends DirectoryEntry {
  readonly market?: string;
  readonly marketName?: string;
}

export interface FindAnswer {
  readonly entries: readonly Found[];
}

/** All that can be found by name: of the market in view, the lists that are kept, and the instruments of the others. */
export async function loader({ request }: Route.LoaderArgs): Promise<FindAnswer> {
  const own = await askFor(request, directory);
  const desk = await openDesk();
  const markets = await foreseen(() => desk.listMarkets());
  const lists = await listsNow(request, own.market, own.asOf);
  const known = new Set(own.result.entries.map((e) => e.key));
  const others = await Promise.all(
    markets
      .filter((m) => m.market !== own.market)
      .map(async ({ market, name }): Promise<Found[]> => {
        const said = await findFor(request, directory, {}, market);
        const instruments = (said?.result.entries ?? []).filter((e) => !e.key.includes(":") && !known.has(e.key));
        return instruments.map((e) => ({ ...e, market, marketName: name }));
      }),
  );
  const kept = lists
    .filter((list) => list.key !== "")
    .map(({ name, key, tickers }): Found => ({ kind: "list", name, key, note: `list, ${count(tickers.length, "stock")}` }));
  return { entries: [...kept, ...own.result.entries, ...others.flat()] };
}
