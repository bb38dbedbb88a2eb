import { isoDate, participation, seriesOf } from "@core";
import { internalsColumns } from "@studies/columns/internals";
import { laneColumns, pressureColumn, stanceCountColumns } from "@studies/columns/timing";
import { strengthOfGroups } from "@studies/cross-section/strength-of-groups";
import { strengthOfSeries } from "@studies/cross-section/strength-of-series";
import { deriveWhole } from "@studies/market/derived";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { periodMap } from "@studies/period-map/period-map";
import { openDatabase } from "@server/db.server";
import { loadMarkets } from "@server/panel/load-market.server";
import { listMarkets } from "@server/stores/markets-store.server";
import { checksum, participationInC, rotationRow } from "./c-references";
import { conditionRows } from "./conditions";
import { row, shortest, timed } from "./rows";
import { seasonRows } from "./seasons";
import { scanRows } from "./scans";
import { strategyRows } from "./strategies";
import { briefRows } from "./briefs";
import { planRows } from "./plans";
import { trialRows } from "./trials";

/** Rows of the calculation by itself, on the whole demo. */
export async function calculationRows(database: string, folder: string): Promise<void> {
  const db = await openDatabase(database);
  const market = (await listMarkets(db))[0]!;
  const loads: number[] = [];
  let data: MarketData | undefined;
  for (let k = 0; k < 3; k++) {
    const start = performance.now();
    data = (await loadMarkets(db, k)).get(market.market);
    loads.push(performance.now() - start);
  }
  row("panel load", Math.min(...loads));
  const whole = data!;
  const [counts, cold] = timed(() => participation(whole.panel, whole.universe, "ema"));
  row("participation over all history, first call", cold);
  const c = participationInC(whole, folder);
  if (c && c.sum !== checksum(counts)) throw new Error("participation and its reference in C disagree");
  const ema = shortest(6, () => participation(whole.panel, whole.universe, "ema"));
  row(
    "participation over all history, five EMA and all five",
    ema,
    c ? `${(ema / c.ms).toFixed(1)} x scalar C (${c.ms.toFixed(0)} ms)` : "no C compiler",
  );
  const sma = shortest(6, () => participation(whole.panel, whole.universe, "sma"));
  row("participation over all history, five SMA and all five", sma, c ? `${(sma / c.ms).toFixed(1)} x the same` : "");
  const t = whole.panel.sessions.length - 1;
  const [, first] = timed(() => [
    strengthOfGroups(new Market(whole, t), "sector"),
    strengthOfGroups(new Market(whole, t), "industry"),
  ]);
  row("strength of all sectors and industries, first call", first);
  let back = 0;
  row(
    "strength of all sectors and industries as of one day",
    shortest(30, () => {
      const as = new Market(whole, t - (back += 7));
      return [strengthOfGroups(as, "sector"), strengthOfGroups(as, "industry")];
    }),
  );
  rotationRow(whole, 60, folder);
  const everything = whole.instruments.flatMap((i, index) =>
    i.kind === "stock" || i.kind === "fund"
      ? [
          {
            part: new Market(whole, t),
            levels: seriesOf(whole.panel.close, whole.panel.stride, index, t + 1),
            belongsAt: () => true,
          },
        ]
      : [],
  );
  const asked = everything[0]!.part;
  const all = everything.map((one) => ({ ...one, part: asked }));
  row(
    `strength with staying power over ${all.length} instruments`,
    shortest(5, () => strengthOfSeries(asked, all)),
  );
  const mapped = () =>
    periodMap.ask(new Market(whole, t), periodMap.params.parse({ from: isoDate(whole.panel.sessions[t - 63]!) }));
  mapped();
  row(`period map of ${mapped().rows.length} stocks over 63 sessions`, shortest(5, mapped));
  row("advances, new highs and lows, McClellan over all history", timed(() => deriveWhole(whole, internalsColumns()))[1]);
  row("Pressure over all history", timed(() => deriveWhole(whole, pressureColumn))[1]);
  row("stances of all members at every week's end", timed(() => deriveWhole(whole, stanceCountColumns))[1]);
  row("four lanes over all history", timed(() => deriveWhole(whole, laneColumns))[1]);
  conditionRows(whole, folder);
  seasonRows(whole, folder);
  strategyRows(whole);
  scanRows(whole);
  trialRows(whole);
  planRows(whole);
  briefRows(whole);
  await db.destroy();
}
