import { OPTION_RIGHTS, OPTION_SHAPES, PLAN_SIDES } from "@core";
import { z } from "zod";
import { ruleSchema } from "@studies/conditions/rule-schema";

const day = z.number().int().min(-40_000).max(100_000);
const price = z.number().positive("must be above 0").max(1e9);
const share = z.number().gt(0, "must be above 0").max(10, "is more than ten times");
const sessions = z.number().int().min(1).max(500);
/** Its own within a plan, through all its versions: what is done stays done. */
const key = z.string().regex(/^[a-z0-9-]{1,20}$/);

const sideOrders = z.strictObject({
  entry: z.union([z.strictObject({ order: z.enum(["stop", "limit"]), price }), z.strictObject({ order: z.literal("open") })]),
  stop: price,
  targets: z
    .array(z.strictObject({ key, price, share: share.max(1) }))
    .max(5, "are more than five")
    .readonly(),
  addOns: z
    .array(z.strictObject({ key, order: z.enum(["stop", "limit"]), price, share, stop: price.optional() }))
    .max(5, "are more than five")
    .readonly(),
});

const deed = z.union([
  z.strictObject({ do: z.enum(["out", "cancel", "enter"]) }),
  z.strictObject({ do: z.literal("reduce"), share: share.max(1) }),
  z.strictObject({ do: z.literal("add"), share }),
  z.strictObject({ do: z.literal("move stop"), to: z.union([price, z.literal("entry")]) }),
]);

const step = z.strictObject({
  key,
  /** The side that it is for [both]. */
  side: z.enum(PLAN_SIDES).optional(),
  when: ruleSchema,
  deed,
  off: z.literal(true).optional(),
});
export type PlanStep = z.output<typeof step>;

/** How many are bought: so many, or as many as risk a part of an account or so much money. */
const size = z.union([
  z.strictObject({ by: z.literal("units"), units: z.number().int().min(0).max(1e9) }),
  z.strictObject({ by: z.literal("percent"), percent: z.number().gt(0).max(100) }),
  z.strictObject({ by: z.literal("money"), money: z.number().positive().max(1e12) }),
]);
export type PlanSize = z.output<typeof size>;

/** An option in place of the shares: bought at its simulated value of the session on which the version was made. */
const option = z.strictObject({
  right: z.enum(OPTION_RIGHTS),
  shape: z.enum(OPTION_SHAPES),
  /** Strikes between the legs, below the chosen one where negative. */
  width: z.number().int().min(-20).max(20),
  isSold: z.boolean(),
  strike: price,
  /** Epoch day. */
  expiry: day,
});
export type PlanOption = z.output<typeof option>;

/** A plan as it was written on one session: in force from the next one on. */
export const planVersion = z
  .strictObject({
    made: day,
    /** The latest session that there was when it was written: later than `made` where one looked back. */
    written: day,
    long: sideOrders.optional(),
    short: sideOrders.optional(),
    oneCancelsOther: z.boolean(),
    horizon: sessions.optional(),
    timeStop: sessions.optional(),
    isOutBeforeReport: z.boolean(),
    steps: z.array(step).max(12, "are more than twelve").readonly(),
    size,
    account: z.string().max(60).optional(),
    /** Of the instrument's currency for one of the account's, where they differ. */
    rate: z.number().positive().max(1e6).optional(),
    lot: z.number().int().min(1).max(1e6),
    /** Cost a side, in basis points. */
    costBp: z.number().min(0).max(500),
    option: option.optional(),
    note: z.string().max(2000),
    isClosed: z.literal(true).optional(),
  })
  .superRefine((version, context) => {
    for (const side of PLAN_SIDES) {
      const orders = version[side];
      if (!orders) continue;
      const sign = side === "long" ? 1 : -1;
      const say = (message: string) => {
        context.addIssue({ code: "custom", path: [side], message: `${side}: ${message}` });
      };
      const wrong = side === "long" ? "above" : "below";
      const { entry, stop } = orders;
      if (entry.order !== "open" && sign * (entry.price - stop) <= 0)
        say(`the stop is not ${sign > 0 ? "below" : "above"} the entry`);
      for (const { price: at } of orders.targets) {
        if (entry.order !== "open" && sign * (at - entry.price) <= 0) say(`a target is not ${wrong} the entry`);
      }
      const keys = [...orders.targets, ...orders.addOns].map((rung) => rung.key);
      if (new Set(keys).size < keys.length) say("two rungs have one key");
    }
    const keys = version.steps.map((one) => one.key);
    if (new Set(keys).size < keys.length)
      context.addIssue({ code: "custom", path: ["steps"], message: "two steps have one key" });
  });
export type PlanVersion = z.output<typeof planVersion>;

/** A plan with every version it has had, the first one first. */
export const savedPlan = z.strictObject({
  version: z.literal(1),
  id: z.string().regex(/^[a-z0-9]{8,40}$/),
  market: z.string().min(1).max(20),
  ticker: z.string().min(1).max(20),
  /** What it was made from: "tight with reach, a setup". */
  origin: z.string().max(200),
  versions: z
    .array(planVersion)
    .min(1)
    .max(200)
    .refine((all) => all.every((one, k) => k === 0 || one.made > all[k - 1]!.made), "are not in the order of their sessions")
    .readonly(),
});
export type SavedPlan = z.output<typeof savedPlan>;

/** A trade that was made elsewhere, entered by hand. */
export const handTrade = z
  .strictObject({
    version: z.literal(1),
    id: savedPlan.shape.id,
    market: savedPlan.shape.market,
    ticker: savedPlan.shape.ticker,
    side: z.enum(PLAN_SIDES),
    units: z.number().positive().max(1e9),
    entered: day,
    entry: price,
    /** Where one would have been wrong; without it the trade has no R. */
    stop: price.optional(),
    left: day.optional(),
    exit: price.optional(),
    note: z.string().max(2000),
  })
  .superRefine(({ side, entry, stop, entered, left, exit }, context) => {
    const say = (path: string, message: string) => {
      context.addIssue({ code: "custom", path: [path], message });
    };
    if (stop !== undefined && (side === "long" ? stop >= entry : stop <= entry))
      say("stop", `is not ${side === "long" ? "below" : "above"} the entry`);
    if ((left === undefined) !== (exit === undefined)) say("exit", "needs both a date and a price");
    if (left !== undefined && left < entered) say("left", "lies before the entry");
  });
export type HandTrade = z.output<typeof handTrade>;

/** What an account was worth from a day on. */
export const accountValue = z.strictObject({ day, value: z.number().positive("must be above 0").max(1e13) });

/** An account, as plans are sized by it. */
export const accountBody = z.strictObject({
  version: z.literal(1),
  currency: z.string().trim().min(1, "needs a currency").max(10),
  values: z.array(accountValue).min(1, "needs a value").max(5000).readonly(),
  /** Percent of it that a plan risks unless it says otherwise. */
  percent: z.number().gt(0, "must be above 0").max(100),
});
export type AccountBody = z.output<typeof accountBody>;

/** A plan as it is asked about: with the accounts that its versions name, as they are on record. */
export const askedPlan = savedPlan.extend({
  accountsOnRecord: z
    .array(accountBody.extend({ name: z.string() }))
    .max(50)
    .readonly()
    .default([]),
});
export type AskedPlan = z.output<typeof askedPlan>;

export type PlanAccount = AskedPlan["accountsOnRecord"][number];

/** The account by which a version is sized; undefined where it names none, or one that is not on record. */
export function accountOf({ accountsOnRecord }: AskedPlan, { account }: PlanVersion): PlanAccount | undefined {
  return accountsOnRecord.find((one) => one.name === account);
}

/** What an account was worth by a day: the latest value on record until then; NaN before the first. */
export function accountValueAt({ values }: Pick<AccountBody, "values">, at: number): number {
  const known = values.filter((one) => one.day <= at);
  return (
    known.reduce<{ day: number; value: number } | undefined>((a, b) => (a && a.day > b.day ? a : b), undefined)?.value ?? NaN
  );
}

/** The version of a plan in force for what comes after a day: the latest that was made by then. */
export function planVersionAt({ versions }: Pick<SavedPlan, "versions">, at: number): PlanVersion | undefined {
  return versions.findLast((one) => one.made <= at);
}

/** Whether any version was written on a later session than it was made for. */
export function isMadeLookingBack(versions: readonly Pick<PlanVersion, "made" | "written">[]): boolean {
  return versions.some(({ made, written }) => written > made);
}
