import type { Dataset, InstrumentBars, InstrumentRow, MembershipRow } from "@core/columns/dataset";
import { drawBar, emptyBars } from "../draw-bar";
import { indexRow, instrumentBars } from "../market/make-market";
import { capitalised } from "../names";
import { randomStream } from "../random";
import { FUNDS, THEMES, type FundPlan } from "./fund-plan";

/** What a fund costs a year. */
const FEE = 0.004;
const HOUSES = 4;
/** A holding at most, where weights go by market value. */
const CAP = 0.2;

interface Priced {
  readonly row: InstrumentRow;
  /** On the sessions of the fund's market, carried over its own days of rest. */
  readonly open: Float64Array;
  readonly close: Float64Array;
  /** Last session with a bar. */
  readonly last: number;
}

interface Holding {
  readonly ticker: string;
  readonly weight: number;
}

/**
 * Makes the themes of the home market and the funds that trade there. A fund holds what its plan says at fixed weights
 * from the first session of March to the next, drifting with prices between; its price follows them less its fee,
 * leveraged ones by so many times their daily return.
 * @param seed the world's seed
 * @param world what there is to hold, with the home market's memberships and fundamentals
 * @param home code, currency and sessions of the market where they trade, and its volatility a session
 * @param word gives out invented words
 */
export function makeFunds(
  seed: number,
  world: Dataset,
  home: { readonly code: string; readonly currency: string; readonly sessions: Int32Array; readonly sigma: Float64Array },
  word: () => string,
): Dataset {
  const { sessions } = home;
  const themes = themeMembers(seed, world, home);
  const shelf = priced(world, sessions);
  const value = marketValues(world, shelf, sessions);
  const houses = Array.from({ length: HOUSES }, () => capitalised(word()));
  const instruments: InstrumentRow[] = [];
  const bars: InstrumentBars[] = [];
  const membership: MembershipRow[] = [...themes];
  const reviews = marchSessions(sessions);

  FUNDS.forEach((plan, k) => {
    const ticker = word().toUpperCase();
    const launch = Math.round(plan.begins * sessions.length);
    const holdingsAt = (t: number) => chosen(plan, t, sessions, [...world.membership, ...themes], shelf, value);
    const first = holdingsAt(launch);
    if (first.length < (plan.scope.of === "named" ? 1 : 3)) return;
    const random = randomStream(seed, `fund:${plan.what}`);
    const dates = [launch, ...reviews.filter((r) => r > launch + 20)];
    const periods = dates.map((from, p) => ({
      from,
      to: p + 1 < dates.length ? dates[p + 1]! - 1 : undefined,
      holdings: p === 0 ? first : holdingsAt(from),
    }));
    const made = emptyBars(sessions.length);
    let price = 20 + 60 * random.uniform();
    const shares = Math.round((2e6 + 4e7 * random.uniform()) / price) * 100;
    for (const period of periods) {
      let before = 1;
      const units = period.holdings.map((h) => h.weight / shelf.get(h.ticker)!.close[Math.max(0, period.from - 1)]!);
      for (let t = period.from; t <= (period.to ?? sessions.length - 1); t++) {
        const worth = (column: "open" | "close") =>
          period.holdings.reduce((sum, h, i) => sum + units[i]! * shelf.get(h.ticker)![column][t]!, 0);
        const [opening, closing] = [worth("open"), worth("close")];
        const moved = (to: number) => Math.max(0.05, 1 + plan.leverage * (to / before - 1));
        const open = price * moved(opening);
        price *= moved(closing) * (1 - FEE / 252);
        before = closing;
        const reach = [Math.abs(random.normal()), Math.abs(random.normal())] as const;
        drawBar(made, t, { open, close: price, reach, sigma: home.sigma[t]! * Math.abs(plan.leverage) });
        const busy = random.between(0.5, 1.5) * (1 + 40 * Math.abs(closing / opening - 1));
        made.volume[t] = Math.round((shares / 400) * busy);
      }
      for (const h of period.holdings) {
        const { last } = shelf.get(h.ticker)!;
        const end = period.to === undefined ? (last < sessions.length - 1 ? last : undefined) : Math.min(last, period.to);
        if (end !== undefined && end < period.from) continue;
        membership.push({
          group: ticker,
          kind: "fund",
          ticker: h.ticker,
          from: sessions[period.from]!,
          to: end === undefined ? null : sessions[end]!,
          weight: h.weight,
        });
      }
    }
    const row = indexRow(ticker, `${houses[k % HOUSES]!} ${plan.what}`, "index", {
      market: home.code,
      currency: home.currency,
      listed: sessions[launch]!,
    });
    instruments.push({ ...row, kind: "fund", leverage: plan.leverage, marketValueShares: shares });
    bars.push(instrumentBars(ticker, made, sessions));
  });
  return { markets: [], instruments, bars, membership, holidays: [], fundamentals: [] };
}

/** Dated members of the themes: some of the stocks of their industries, from the day on which the theme is first spoken of. */
function themeMembers(
  seed: number,
  world: Dataset,
  { code, sessions }: { readonly code: string; readonly sessions: Int32Array },
): MembershipRow[] {
  return THEMES.flatMap((theme) => {
    const random = randomStream(seed, `theme:${theme.name}`);
    const begins = sessions[Math.round(theme.begins * (sessions.length - 1))]!;
    return world.instruments.flatMap((i): MembershipRow[] => {
      if (i.market !== code || i.kind !== "stock" || i.industry === null || !theme.industries.includes(i.industry)) return [];
      const belongs = random.uniform() < 0.7;
      const from = Math.max(begins, i.listed!);
      if (!belongs || (i.delisted ?? Infinity) < from) return [];
      return [{ group: theme.name, kind: "theme", ticker: i.ticker, from, to: i.delisted, weight: null }];
    });
  });
}

/** Opens and closes of everything that can be held, on the sessions of the home market. */
function priced(world: Dataset, sessions: Int32Array): Map<string, Priced> {
  const rows = new Map(world.instruments.map((i) => [i.ticker, i]));
  return new Map(
    world.bars.map((bars) => {
      const open = new Float64Array(sessions.length).fill(NaN);
      const close = new Float64Array(sessions.length).fill(NaN);
      let k = -1;
      let last = -1;
      for (let t = 0; t < sessions.length; t++) {
        const before = k;
        while (k + 1 < bars.days.length && bars.days[k + 1]! <= sessions[t]!) k++;
        if (k < 0) continue;
        // A day without a bar, or after the last one, is worth what it was.
        close[t] = bars.close[k]!;
        open[t] = k > before ? bars.open[k]! : bars.close[k]!;
        if (k > before) last = t;
      }
      const row = rows.get(bars.ticker)!;
      return [bars.ticker, { row, open, close, last: row.delisted === null ? sessions.length - 1 : last }];
    }),
  );
}

/** Market value of a ticker at the close of a session: by the shares known then, or those that are constant. */
function marketValues(world: Dataset, shelf: ReadonlyMap<string, Priced>, sessions: Int32Array) {
  const known = new Map<string, { day: number; shares: number }[]>();
  for (const f of world.fundamentals) {
    if (f.shares === null) continue;
    const list = known.get(f.ticker);
    if (list) list.push({ day: f.known, shares: f.shares });
    else known.set(f.ticker, [{ day: f.known, shares: f.shares }]);
  }
  return (ticker: string, t: number): number => {
    const { row, close } = shelf.get(ticker)!;
    const shares = known.get(ticker)?.findLast((k) => k.day <= sessions[t]!)?.shares ?? row.marketValueShares;
    return shares === null ? NaN : shares * close[t]!;
  };
}

/** What a fund holds from a session on, judged at the close before; weights sum to one. */
function chosen(
  plan: FundPlan,
  t: number,
  sessions: Int32Array,
  membership: readonly MembershipRow[],
  shelf: ReadonlyMap<string, Priced>,
  value: (ticker: string, t: number) => number,
): Holding[] {
  const before = Math.max(0, t - 1);
  const day = sessions[before]!;
  const trades = (ticker: string) => {
    const p = shelf.get(ticker);
    return p !== undefined && !Number.isNaN(p.close[before]) && p.last > t;
  };
  const candidates = candidatesOf(plan, day, membership, shelf).filter(trades);
  const ranked = candidates
    .map((ticker) => ({ ticker, value: value(ticker, before) }))
    .sort((a, b) => (b.value || 0) - (a.value || 0) || (a.ticker < b.ticker ? -1 : 1))
    .slice(0, plan.most);
  const byValue = plan.weighting === "value" && ranked.every((r) => r.value > 0);
  const raw = ranked.map((r) => (byValue ? r.value : 1));
  const total = raw.reduce((sum, w) => sum + w, 0);
  const capped = raw.map((w) => Math.min(w / total, Math.max(CAP, 1 / raw.length)));
  const all = capped.reduce((sum, w) => sum + w, 0);
  const weights = capped.map((w) => Math.round((1e6 * w) / all) / 1e6);
  // What rounding took goes to the largest.
  weights[0] = Math.round(1e6 * (1 - weights.slice(1).reduce((sum, w) => sum + w, 0))) / 1e6;
  return ranked.map(({ ticker }, k) => ({ ticker, weight: weights[k]! }));
}

function candidatesOf(
  { scope }: FundPlan,
  day: number,
  membership: readonly MembershipRow[],
  shelf: ReadonlyMap<string, Priced>,
): string[] {
  if (scope.of === "named") return [...scope.tickers];
  if (scope.of === "sector" || scope.of === "industry") {
    const level = scope.of;
    return [...shelf.values()]
      .filter(({ row }) => row.kind === "stock" && row.market === "ALDANE" && row[level] === scope.name)
      .map((p) => p.row.ticker);
  }
  const belongs = (m: MembershipRow) => m.group === scope.name && m.from <= day && (m.to === null || m.to >= day);
  return [...new Set(membership.filter(belongs).map((m) => m.ticker))];
}

/** The first session of each March. */
function marchSessions(sessions: Int32Array): number[] {
  const monthOf = (t: number) => new Date(sessions[t]! * 86_400_000).getUTCMonth();
  return Array.from(sessions.keys()).filter((t) => t > 0 && monthOf(t) === 2 && monthOf(t - 1) !== 2);
}
