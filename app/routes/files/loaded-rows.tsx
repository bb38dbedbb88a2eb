import { useState } from "react";
import { Form, Link } from "react-router";
import type { LoadedMarket } from "@server/loaded-rows.server";
import { count, list } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { RemoveMarket } from "./removals";

export interface IndexChoice {
  readonly ticker: string;
  readonly name: string;
  readonly market: string | null;
}

interface Props {
  readonly markets: readonly LoadedMarket[];
  readonly version: number;
  /** What may be a market's broad or volatility index. */
  readonly indexes: readonly IndexChoice[];
}

/** What is loaded, how fresh it is, and what each market is read by, which can be changed. */
export function LoadedRows({ markets, version, indexes }: Props) {
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">What is loaded</h2>
      {markets.length === 0 && <p className="mt-2 text-soft">Nothing yet.</p>}
      {markets.map((m) => (
        <LoadedMarketRows key={m.market} loaded={m} markets={markets} indexes={indexes} />
      ))}
      <p className="mt-2 text-soft">Data version {version}</p>
    </section>
  );
}

function LoadedMarketRows({
  loaded,
  markets,
  indexes,
}: {
  loaded: LoadedMarket;
  markets: readonly LoadedMarket[];
  indexes: Props["indexes"];
}) {
  const [isOpen, setOpen] = useState(false);
  const here = useHere();
  const { market, name, currency, kinds, bars, first, last, age, stale, broadIndex, volatilityIndex, holidays } = loaded;
  return (
    <div className="border-b border-rule py-2">
      <h3 className="flex items-baseline gap-3 font-semibold">
        <span className="flex-1">
          {name}{" "}
          <span className="font-normal text-soft">
            {market}, {currency || "no currency given"}
          </span>
        </span>
        <button
          type="button"
          className="min-h-6 text-soft hover:text-indigo"
          aria-expanded={isOpen}
          aria-label={`Change the market ${name}`}
          onClick={() => {
            setOpen(!isOpen);
          }}
        >
          change
        </button>
        <RemoveMarket market={market} name={name} />
      </h3>
      <dl className="grid grid-cols-[110px_1fr] gap-y-0.5">
        <dt className="text-soft">sessions</dt>
        <dd>
          {first ? `${first} to ${last ?? ""}` : "none"}
          {age !== null && <span className={age > 5 ? "text-amber" : "text-soft"}>, {ageWords(age)}</span>}
        </dd>
        <dt className="text-soft">instruments</dt>
        <dd>
          {kinds.map((k) => `${k.instruments.toLocaleString("en-GB")} ${k.kind}`).join(", ") || "none"}{" "}
          <Link className="link whitespace-nowrap" to={hrefOf({ ...here, market }, "/files/instruments")}>
            who is who
          </Link>
        </dd>
        {stale.length > 0 && (
          <>
            <dt className="text-soft">stale</dt>
            <dd className="text-amber">
              {count(stale.length, "instrument")} without a bar for two weeks: {list(stale.slice(0, 6))}
              {stale.length > 6 && ", …"}
            </dd>
          </>
        )}
        <dt className="text-soft">bars</dt>
        <dd>{bars.toLocaleString("en-GB")}</dd>
        <dt className="text-soft">broad index</dt>
        <dd>{broadIndex ?? "none: the composite of all its stocks stands in"}</dd>
        <dt className="text-soft">volatility</dt>
        <dd>{volatilityIndex ?? "none"}</dd>
        <dt className="text-soft">holidays</dt>
        <dd>{holidays === 0 ? "none known: every weekday ahead counts as a session" : holidays.toLocaleString("en-GB")}</dd>
      </dl>
      {isOpen && (
        <MarketForm
          loaded={loaded}
          others={markets.filter((other) => other.market !== market && other.holidays > 0)}
          indexes={indexes.filter((i) => i.market === market || i.market === null)}
          onDone={() => {
            setOpen(false);
          }}
        />
      )}
    </div>
  );
}

function ageWords(days: number): string {
  return days === 0 ? "of today" : days === 1 ? "a day old" : `${days.toLocaleString("en-GB")} days old`;
}

function MarketForm({
  loaded,
  others,
  indexes,
  onDone,
}: {
  loaded: LoadedMarket;
  others: readonly LoadedMarket[];
  indexes: readonly IndexChoice[];
  onDone: () => void;
}) {
  const index = (ticker: string | null, none: string, field: string, label: string) => (
    <label className="block">
      <span className="block text-soft">{label}</span>
      <select name={field} defaultValue={ticker ?? ""} className="control mt-0.5 w-full py-0.5">
        <option value="">{none}</option>
        {indexes.map((i) => (
          <option key={i.ticker} value={i.ticker}>
            {i.ticker === i.name ? i.ticker : `${i.ticker}, ${i.name}`}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <Form
      method="post"
      className="mt-2 space-y-2 border-l-2 border-indigo pl-3"
      onSubmit={onDone}
      aria-label={`Change ${loaded.name}`}
    >
      <input type="hidden" name="market" value={loaded.market} />
      <div className="grid grid-cols-[1fr_80px] gap-2">
        <label className="block">
          <span className="block text-soft">name</span>
          <input
            autoFocus
            name="name"
            defaultValue={loaded.name}
            required
            maxLength={60}
            className="control mt-0.5 w-full py-0.5"
          />
        </label>
        <label className="block">
          <span className="block text-soft">currency</span>
          <input name="currency" defaultValue={loaded.currency} maxLength={12} className="control mt-0.5 w-full py-0.5" />
        </label>
      </div>
      {index(loaded.broadIndex, "the composite of its stocks", "broadIndex", "broad index")}
      {index(loaded.volatilityIndex, "none", "volatilityIndex", "volatility index")}
      {indexes.length === 0 && (
        <p className="text-soft">No instrument is an index yet: its kind can be changed under “who is who”.</p>
      )}
      <label className="block">
        <span className="block text-soft">holidays</span>
        <select name="calendar" defaultValue="as-it-is" className="control mt-0.5 w-full py-0.5">
          <option value="as-it-is">as they are</option>
          <option value="own-bars">the weekdays without a bar of any of its stocks</option>
          {others.map((m) => (
            <option key={m.market} value={`market:${m.market}`}>
              those of {m.name}
            </option>
          ))}
          <option value="none">none</option>
        </select>
      </label>
      <p className="flex gap-2">
        <button type="submit" name="intent" value="edit-market" className="control border-indigo font-semibold text-indigo">
          Save
        </button>
        <button type="button" className="control" onClick={onDone}>
          Leave it
        </button>
      </p>
    </Form>
  );
}
