import {
  chainExpiries,
  chainOf,
  contractsFor,
  CONTRACT_UNITS,
  optionLegs,
  optionPayoff,
  positionGreeks,
  positionValue,
  smileVol,
  type Contract,
  type Greeks,
  type OptionLeg,
  type OptionPayoff,
} from "@core";
import { chainSessions } from "./chain-session";
import { budgetOf, type FollowedPlan, type PlannedInstrument } from "./followed-plan";
import { accountOf, type PlanOption, type PlanVersion } from "./plan-schema";

/** An option position in place of a plan's shares, bought at its value of the session on which it was first written. */
export interface PlannedOption extends Greeks, OptionPayoff {
  readonly option: PlanOption;
  readonly legs: readonly OptionLeg[];
  /** Of the chosen contract on that session. */
  readonly contract: Contract;
  readonly bought: number;
  /** A unit; negative where it is taken in. */
  readonly cost: number;
  readonly contracts: number;
  /** For all contracts, and what they can lose; Infinity where that is open-ended. */
  readonly costMoney: number;
  readonly riskMoney: number;
  /** Value a unit at each session since, by the chain of each (S11); the first is the cost. */
  readonly days: Int32Array;
  readonly values: Float64Array;
  /** It has expired, or was given up, by the as-of session. */
  readonly isSettled: boolean;
  /** Made so far for all contracts; in planned risks. */
  readonly money: number;
  readonly r: number;
  /** A unit, less the cost, over prices of the underlying: on the session of purchase, at the report within, at expiry. */
  readonly payoff: {
    readonly spots: Float64Array;
    readonly atOnce: Float64Array;
    readonly atReport: Float64Array | undefined;
    readonly atExpiry: Float64Array;
  };
}

const STEPS = 80;

/**
 * The option that a version has, bought where it was first written and given up where it was taken out, changed or closed by hand;
 * undefined where it has none, or its chain has not that contract.
 */
export function plannedOption(followed: FollowedPlan, of: PlanVersion = followed.now): PlannedOption | undefined {
  const { version, until } = heldVersion(followed.versions, of);
  const { option, made } = version;
  const sessionOf = chainSessions(followed);
  const session = option && sessionOf(made);
  if (!option || !session) return undefined;
  const expiry = chainExpiries(made, session.holidays).find((one) => one.day === option.expiry);
  const contracts = expiry ? chainOf(session, expiry) : [];
  const contract = contracts.find(
    (one) => one.right === option.right && Math.abs(one.strike - option.strike) < 1e-9 * option.strike,
  );
  const legs = contract && optionLegs(contracts, contract, option);
  if (!contract || !legs) return undefined;
  const cost = positionValue(legs, session.close, made);
  const payoff = optionPayoff(legs, cost);
  const { budget } = budgetOf(version, followed.currency, accountOf(followed.plan, version));
  const size = Number.isNaN(budget) ? 1 : contractsFor(budget, payoff.worst);
  const { days, values, isSettled } = valuesSince(followed, legs, { bought: made, expiry: option.expiry, until, sessionOf });
  const money = size * CONTRACT_UNITS * ((values.at(-1) ?? cost) - cost);
  const riskMoney = size * CONTRACT_UNITS * -payoff.worst;
  const reach = 2 * session.vol * Math.sqrt((option.expiry - made) / 365);
  const spots = Float64Array.from({ length: STEPS + 1 }, (_, k) => session.close * Math.exp(reach * ((2 * k) / STEPS - 1)));
  const on = (day: number) => spots.map((spot) => positionValue(legs, spot, day) - cost);
  const report = followed.part.fundamentals(followed.instrument.index).nextReport;
  return {
    ...positionGreeks(legs, session.close, made),
    ...payoff,
    ...{ option, legs, contract, cost, days, values, isSettled, money, riskMoney },
    bought: made,
    contracts: size,
    costMoney: size * CONTRACT_UNITS * cost,
    r: riskMoney > 0 && Number.isFinite(riskMoney) ? money / riskMoney : NaN,
    payoff: {
      spots,
      atOnce: on(made),
      atReport: report > made && report < option.expiry ? on(report) : undefined,
      atExpiry: on(option.expiry),
    },
  };
}

/** The first of the versions that have an option from there to one of them, and the day on which it was given up after it. */
function heldVersion(versions: readonly PlanVersion[], of: PlanVersion): { version: PlanVersion; until: number } {
  const text = JSON.stringify(of.option);
  const isHeld = (one: PlanVersion) => JSON.stringify(one.option) === text;
  const at = versions.indexOf(of);
  let first = at;
  while (first > 0 && isHeld(versions[first - 1]!) && !versions[first - 1]!.isClosed) first--;
  const end = versions.find((one, k) => k > first && (!isHeld(one) || one.isClosed));
  return { version: versions[first]!, until: end?.made ?? Infinity };
}

/** What legs are worth at the close of each session since they were bought, by its own chain; without one by the vol last used. */
function valuesSince(
  followed: PlannedInstrument,
  legs: readonly OptionLeg[],
  {
    bought,
    expiry,
    until,
    sessionOf,
  }: {
    readonly bought: number;
    readonly expiry: number;
    readonly until: number;
    readonly sessionOf: ReturnType<typeof chainSessions>;
  },
): { days: Int32Array; values: Float64Array; isSettled: boolean } {
  const { days, bars } = followed;
  const own: number[] = [];
  const values: number[] = [];
  let held = legs;
  let close = NaN;
  for (let s = 0; s < days.length; s++) {
    const day = days[s]!;
    if (day > expiry || day > until) break;
    if (!Number.isNaN(bars.close[s])) close = bars.close[s]!;
    if (day < bought) continue;
    const session = day === bought ? undefined : sessionOf(day);
    if (session) held = revalued(held, session);
    own.push(day);
    values.push(positionValue(held, close, day));
  }
  // Settled at the last close on or before the expiry, whether or not that was a session.
  const isExpired = expiry <= until && days.at(-1)! >= expiry;
  if (isExpired && values.length > 0) values[values.length - 1] = positionValue(held, close, expiry);
  return { days: Int32Array.from(own), values: Float64Array.from(values), isSettled: isExpired || days.at(-1)! >= until };
}

function revalued(
  legs: readonly OptionLeg[],
  { day, close, vol }: { day: number; close: number; vol: number },
): readonly OptionLeg[] {
  if (!(vol > 0)) return legs;
  return legs.map((leg) =>
    leg.expiry > day ? { ...leg, vol: smileVol(vol, close, leg.strike, (leg.expiry - day) / 365) } : leg,
  );
}
