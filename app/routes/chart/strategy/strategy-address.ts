import type { ItemBody } from "@server/items.server";
import { isEmpty, ruleFrom, ruleText } from "~/ui/clause-editor/rule-text";

export type StrategyBody = ItemBody<"strategy">;

/** The strategy that an address asks for; undefined for none. A stop is written "2atrs" or "5percent". */
export function strategyFrom(search: URLSearchParams, market: string): StrategyBody | undefined {
  const enter = ruleFrom(search.get("enter"));
  if (isEmpty(enter)) return undefined;
  const leave = search.get("leave");
  return {
    version: 1,
    market,
    enter,
    leave: leave ? ruleFrom(leave) : { any: [] },
    side: search.get("side") === "short" ? "short" : "long",
    stop: search.get("stop") ?? "",
    sessions: Number(search.get("sessions") ?? 0),
    size: search.get("size") === "risk" ? "risk" : "shares",
    amount: Number(search.get("amount") ?? 100),
    cost: Number(search.get("cost") ?? 10),
  };
}

/** As parameters of an address. */
export function addressOfStrategy(s: StrategyBody): Record<string, string | undefined> {
  return {
    enter: ruleText(s.enter),
    leave: isEmpty(s.leave) ? undefined : ruleText(s.leave),
    side: s.side === "long" ? undefined : s.side,
    stop: s.stop || undefined,
    sessions: s.sessions === 0 ? undefined : String(s.sessions),
    size: s.size,
    amount: String(s.amount),
    cost: String(s.cost),
  };
}

/** As parameters of the study, over an instrument or the key of a list. */
export function studyParamsOf(s: StrategyBody, over: string) {
  const { stop, stopIn } = stopOf(s.stop);
  const { version: _version, market: _market, ...rest } = s;
  return { ...rest, enter: ruleText(s.enter), leave: ruleText(s.leave), stop, stopIn, for: over };
}

function stopOf(text: string): { stop: number; stopIn: "atrs" | "percent" } {
  const found = /^(\d+(?:\.\d+)?)(atrs|percent)$/.exec(text);
  return { stop: Number(found?.[1] ?? 0), stopIn: found?.[2] === "percent" ? "percent" : "atrs" };
}
