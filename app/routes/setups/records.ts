import { setupRecords } from "@studies/setups/setup-records";
import { directory } from "@studies/frame/directory";
import { askFor, findFor, letGiveWay } from "~/ask.server";
import { atOf } from "~/at-of";
import { universeFrom } from "~/universes.server";
import type { Route } from "./+types/records";
import type { Records } from "./record-cell";

/** What each kind of setup has been worth in a universe: all history is looked at. */
export async function loader({ request }: Route.LoaderArgs) {
  letGiveWay(request);
  const universe = universeFrom(new URL(request.url).searchParams);
  const { market, asOf } = await askFor(request, directory, {});
  return {
    at: atOf(market, asOf, [universe]),
    records: findFor(request, setupRecords, { for: universe }).then(
      (said): Records | undefined => said && { reading: said.reading, rows: said.result.rows },
    ),
  };
}
