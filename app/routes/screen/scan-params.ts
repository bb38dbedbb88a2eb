import type { ItemBody } from "@server/items.server";
import { ruleFrom } from "~/ui/clause-editor/rule-text";

export type SavedScan = ItemBody<"scan">;

/** What is shown where nothing was chosen, as the study has it. */
export const RANK = "strength";
export const TOPS = [10, 30, 100, 1000];
export const HOLDS = [1, 5, 10, 21, 42, 63];

/** A saved scan as parameters of an address. */
export function paramsOfScan({ when, for: universe, rank, order, top, col }: SavedScan): Record<string, string | string[]> {
  return { when: JSON.stringify(when), for: universe, rank, order, top: String(top), col };
}

/** What an address asks, as it is saved. */
export function scanOf(
  search: URLSearchParams,
  market: string,
  asked: Omit<SavedScan, "version" | "market" | "when" | "note">,
  note: string,
): SavedScan {
  return { version: 1, market, when: ruleFrom(search.get("when")), ...asked, note };
}
