import { sma } from "@core";
import { count, date, fixed, percent, price } from "@studies/words/words";
import { budgetOf, type FollowedPlan } from "./followed-plan";
import type { PlanCalendar } from "./plan-events";
import { accountOf, accountValueAt } from "./plan-schema";
import type { PlannedSide } from "./plan-rungs";
import { money } from "./plan-words";

/** More of the average volume than this is a large part of a session. */
const LARGE_SHARE = 0.01;

/** What speaks against a plan as it is written, the heaviest first. */
export function planWarnings(followed: FollowedPlan, sides: readonly PlannedSide[], calendar: PlanCalendar): string[] {
  const { now, currency, plan, instrument, part, days, bars, isClosesOnly } = followed;
  const account = accountOf(plan, now);
  const said: string[] = [];
  const { lacks } = budgetOf(now, currency, account);
  if (lacks === "account") said.push("It has no account yet: its size cannot be worked out.");
  if (lacks === "value") said.push(`The account ${account!.name} has no value on record by ${date(now.made)}.`);
  if (lacks === "rate")
    said.push(`The account is in ${account!.currency}, the price in ${currency}: it needs a rate between them.`);
  if (isClosesOnly) said.push("It has closes alone: no order of it can be followed, only steps and time, at closes.");
  const waiting = sides.filter((side) => side.outcome.status === "waiting");
  for (const side of waiting) {
    if (side.units === 0 && !lacks) said.push(`${side.side === "long" ? "Long" : "Short"}: not even one lot fits the risk.`);
    if (side.isMet) said.push(`The close has reached the ${side.side} entry already: it would be filled at the next open.`);
  }
  const largest = Math.max(0, ...sides.map((side) => side.units));
  const average = sma(bars.volume, 50).at(-1) ?? NaN;
  if (largest > LARGE_SHARE * average) {
    const share = largest / average;
    said.push(
      `${count(largest, "unit")} are ${share < 10 ? percent(share, 0) : `${fixed(share)} times`} of its average volume of 50 sessions.`,
    );
  }
  if (instrument.leverage !== null && instrument.leverage !== 1)
    said.push(
      instrument.leverage < 0
        ? `It is an inverse fund (${fixed(instrument.leverage)} times its index): over many sessions it drifts away from it.`
        : `It is a leveraged fund (${fixed(instrument.leverage)} times its index): over many sessions it drifts away from it.`,
    );
  const exposure = Math.max(0, ...sides.map((side) => side.exposure));
  const value = account ? accountValueAt(account, now.made) * (account.currency === currency ? 1 : (now.rate ?? NaN)) : NaN;
  if (exposure > value)
    said.push(`${money(exposure, currency)} at entry is more than the account is worth, ${money(value, currency)}.`);
  const report = calendar.events.find((event) => event.kind === "report");
  if (report && !now.isOutBeforeReport && (calendar.end === undefined || report.day <= calendar.end))
    said.push(`It reports on ${date(report.day)}, inside the plan, and nothing takes it out before.`);
  const left = part.leftOn(instrument.index);
  if (left !== undefined) said.push(`It left its market on ${date(left)}.`);
  const last = bars.close.at(-1);
  if (left === undefined && last !== undefined && Number.isNaN(last)) {
    const s = bars.close.findLastIndex((x) => !Number.isNaN(x));
    if (s >= 0) said.push(`It has no bar today; its last close is ${price(bars.close[s]!)} of ${date(days[s]!)}.`);
  }
  return said;
}
