import { createHash } from "node:crypto";
import Papa from "papaparse";
import { z } from "zod";
import { PLAN_SIDES } from "@core";
import { handTrade, type HandTrade } from "@studies/plans/plan-schema";
import { Invalid } from "./errors";
import { dateCell, numberCell, oneOf, textCell, type Cell } from "./transfer/cells";

/** The columns of the journal's file that make a trade; the others are passed over. */
const COLUMNS = {
  ticker: textCell,
  side: oneOf(PLAN_SIDES),
  units: numberCell,
  entered: dateCell,
  entry: numberCell,
  stop: numberCell,
  left: dateCell,
  exit: numberCell,
  from: textCell,
} satisfies Record<string, Cell<unknown>>;

const NEEDED = ["ticker", "side", "units", "entered", "entry"] as const;
const MOST_TOLD = 20;

/**
 * The trades of a CSV file with the columns of the journal's own; those of plans and options are left out and counted, as they come
 * with their plans. The same row always becomes the same trade.
 * @param market to which they belong
 * @throws Invalid with line and reason of each row that is none
 */
export function tradesOfCsv(text: string, market: string): { readonly trades: HandTrade[]; readonly leftOut: number } {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" });
  const [header = [], ...rows] = data;
  const at = (name: string) => header.findIndex((one) => one.trim().toLowerCase() === name);
  const missing = NEEDED.filter((name) => at(name) < 0);
  if (missing.length > 0)
    throw new Invalid("This is no file of trades; nothing was taken.", [`It needs the columns ${missing.join(", ")}.`]);
  const wrong: string[] = [];
  let leftOut = 0;
  const trades = rows.flatMap((row, k): HandTrade[] => {
    const line = k + 2;
    if (at("way") >= 0 && ["plan", "option"].includes(row[at("way")] ?? "")) {
      leftOut++;
      return [];
    }
    const cells = Object.entries(COLUMNS).map(
      ([name, cell]) => [name, at(name) < 0 ? null : cell((row[at(name)] ?? "").trim())] as const,
    );
    const faults = cells.flatMap(([name, value]) => (value instanceof Error ? [`line ${line}: ${name} ${value.message}`] : []));
    if (faults.length > 0) {
      wrong.push(...faults);
      return [];
    }
    const said = Object.fromEntries(cells.filter(([, value]) => value !== null));
    const { from, left, exit, ...rest } = said as Record<string, unknown>;
    // One that is open has the last close as its exit.
    const own = {
      version: 1,
      market,
      note: "",
      ...rest,
      ...(from === undefined ? {} : { note: from }),
      ...(left === undefined ? {} : { left, exit }),
    };
    const id = createHash("sha256").update(JSON.stringify(own)).digest("hex").slice(0, 16);
    const parsed = handTrade.safeParse({ ...own, id });
    if (parsed.success) return [parsed.data];
    wrong.push(`line ${line}: ${z.prettifyError(parsed.error).replaceAll("\n", " ")}`);
    return [];
  });
  if (wrong.length > 0) throw new Invalid("This file of trades has faults; nothing was taken.", wrong.slice(0, MOST_TOLD));
  return { trades, leftOut };
}
