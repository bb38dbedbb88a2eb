import type { SavedPlan, PlanVersion } from "@studies/plans/plan-schema";
import { sectorsByReturn, stocksBy, type DemoMarket, type DemoStock } from "./demo-market";

const ACCOUNT = "Main account";

/** The account by which the demo's plans are sized. */
export function demoAccount({ currency, days }: DemoMarket) {
  const values = [
    { day: days.at(-250)!, value: 240_000 },
    { day: days.at(-60)!, value: 250_000 },
  ];
  return { kind: "account", name: ACCOUNT, body: { version: 1, currency, values, percent: 1 } };
}

/** One plan that was entered some sessions ago and is under way, and one that waits for either side of a narrow range. */
export function demoPlans(home: DemoMarket): SavedPlan[] {
  const byStrength = sectorsByReturn(home, 0, 63).flatMap((sector) =>
    stocksBy(
      home.stocks.filter(({ row }) => row.sector === sector),
      ({ bars }) => bars.close.at(-1)! / bars.close.at(-64)!,
    ),
  );
  const underWay = byStrength.flatMap((stock) => {
    const found = entered(stock);
    return found ? [{ stock, ...found }] : [];
  })[0];
  const narrow = [...byStrength].filter((s) => s !== underWay?.stock).sort((a, b) => rangeOf(a) - rangeOf(b))[0];
  return [
    ...(underWay ? [planOf(home, underWay.stock, "demoplanunderway", underWay.version(home))] : []),
    ...(narrow ? [planOf(home, narrow, "demoplanwaiting", waiting(home, narrow))] : []),
  ];
}

function planOf({ market }: DemoMarket, { row }: DemoStock, id: string, version: PlanVersion): SavedPlan {
  return { version: 1, id, market, ticker: row.ticker, origin: "", versions: [version] };
}

/** Plans of so many sessions ago are tried. */
const AGES = [9, 8, 10, 7, 11, 6, 12, 13, 14] as const;

/** A stop order above the high of a session some time ago that was filled within three sessions and is still open. */
function entered({ bars: { open, high, low, close } }: DemoStock) {
  const last = close.length - 1;
  for (const age of AGES) {
    const made = last - age;
    const price = rounded(1.001 * high[made]!);
    const stop = rounded(0.995 * Math.min(...low.subarray(made - 4, made + 1)));
    const target = rounded(price + 2 * (price - stop));
    const after = { high: high.subarray(made + 1), low: low.subarray(made + 1), open: open.subarray(made + 1) };
    const fill = after.high.findIndex((h) => h >= price);
    const isOpen = after.low.every((l) => l > stop) && after.high.every((h) => h < target) && close[last]! > price;
    const risk = 1 - stop / price;
    if (fill < 0 || fill > 2 || after.open[fill]! > price || !isOpen || risk < 0.025 || risk > 0.1) continue;
    const version = (home: DemoMarket): PlanVersion => ({
      ...usual(home.days.at(-1 - age)!),
      long: {
        entry: { order: "stop", price },
        stop,
        targets: [{ key: "half", price: target, share: 0.5 }],
        addOns: [],
      },
      timeStop: 40,
      note: "Out of a small range, in one of the leading sectors. Half goes at twice the risk, the rest stays with the stop.",
    });
    return { version };
  }
  return undefined;
}

/** Either side of the last five sessions, whichever comes first. */
function waiting(home: DemoMarket, { bars: { high, low } }: DemoStock): PlanVersion {
  const top = rounded(1.001 * Math.max(...high.subarray(-5)));
  const bottom = rounded(0.999 * Math.min(...low.subarray(-5)));
  const side = (entry: number, stop: number) => ({
    entry: { order: "stop" as const, price: entry },
    stop,
    targets: [{ key: "all", price: rounded(entry + 2 * (entry - stop)), share: 1 }],
    addOns: [],
  });
  return {
    ...usual(home.days.at(-1)!),
    long: side(top, bottom),
    short: side(bottom, top),
    oneCancelsOther: true,
    horizon: 10,
    note: "The narrowest range of the leading sectors. Whichever side comes first; after two weeks it is over either way.",
  };
}

function usual(made: number): PlanVersion {
  return {
    ...{ made, written: made, oneCancelsOther: false, isOutBeforeReport: false, steps: [] },
    size: { by: "percent", percent: 1 },
    account: ACCOUNT,
    ...{ lot: 1, costBp: 10, note: "" },
  };
}

/** Of the last five sessions, as a part of the close. */
function rangeOf({ bars: { high, low, close } }: DemoStock): number {
  return (Math.max(...high.subarray(-5)) - Math.min(...low.subarray(-5))) / close.at(-1)!;
}

const rounded = (price: number): number => Number(price.toPrecision(price >= 100 ? 5 : 4));
