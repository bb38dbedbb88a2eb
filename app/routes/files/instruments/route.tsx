import { useState } from "react";
import { useFetcher } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import { editInstruments } from "@server/data-edits.server";
import { Conflict } from "@server/errors";
import { listBarSpans } from "@server/stores/bars-store.server";
import { listInstruments } from "@server/stores/instruments-store.server";
import { isImportRunning } from "@server/transfer/import-jobs.server";
import { count } from "@studies/words/words";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import { hrefOf, parseHere, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { Reading } from "~/ui/reading";
import type { Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { useKeys } from "~/ui/use-keys";
import type { Route } from "./+types/route";
import { EditForm } from "./edit-form";

export interface InstrumentShown {
  readonly ticker: string;
  readonly name: string;
  readonly kind: string;
  readonly market: string | null;
  readonly sector: string | null;
  readonly industry: string | null;
  readonly currency: string | null;
  readonly bars: number;
  readonly first: string | null;
  readonly last: string | null;
}

export async function loader({ request }: Route.LoaderArgs) {
  const { db } = await openDesk();
  const { market } = parseHere(new URL(request.url).searchParams);
  const spans = await listBarSpans(db);
  const all = await listInstruments(db);
  const own = market ?? all.find((row) => row.market !== null)?.market;
  const rows = all
    .filter((row) => row.market === null || row.market === own)
    .map(({ id, ticker, name, kind, market: of, sector, industry, currency }): InstrumentShown => {
      const span = spans.get(id);
      const bars = span
        ? { bars: span.bars, first: isoDate(span.first), last: isoDate(span.last) }
        : { bars: 0, first: null, last: null };
      return { ticker, name, kind, market: of, sector, industry, currency, ...bars };
    });
  return { rows };
}

export function action({ request }: Route.ActionArgs) {
  return formDeed<Refused & { saved?: number }>(request, async (text, form) => {
    if (isImportRunning()) throw new Conflict("An import is running; nothing else is changed until it has ended.");
    const { db } = await openDesk();
    const tickers = form.getAll("of").filter((ticker): ticker is string => typeof ticker === "string");
    const fields = ["name", "kind", "sector", "industry", "currency", "temperament"].filter(
      (field) => text(`set-${field}`) === "on",
    );
    await editInstruments(db, tickers, Object.fromEntries(fields.map((field) => [field, text(field)])));
    return { saved: tickers.length };
  });
}

export const meta: Route.MetaFunction = () => [{ title: "Who is who · Yubrin" }];

const text = (
  key: keyof InstrumentShown,
  label: string,
  more: Partial<Column<InstrumentShown>> = {},
): Column<InstrumentShown> => ({
  key,
  label,
  text: true,
  value: (row) => row[key],
  cell: (row) => row[key] ?? "–",
  ...more,
});

const COLUMNS: readonly Column<InstrumentShown>[] = [
  text("ticker", "Ticker", { width: 90 }),
  text("name", "Name"),
  text("kind", "Kind", { width: 90 }),
  text("sector", "Sector"),
  text("industry", "Industry", { priority: 2 }),
  text("currency", "Currency", { width: 80, priority: 3 }),
  text("first", "First bar", { width: 92, priority: 4 }),
  text("last", "Last bar", { width: 92 }),
  {
    key: "bars",
    label: "Bars",
    width: 70,
    priority: 5,
    value: (row) => row.bars,
    cell: (row) => row.bars.toLocaleString("en-GB"),
  },
];

/** The instruments of a market: their names, kinds, sectors and industries, of one or of many changed at once. */
export default function Instruments({ loaderData }: Route.ComponentProps) {
  const { rows } = loaderData;
  const here = useHere();
  const wayBack = useWayBack();
  const edits = useFetcher<Refused & { saved?: number }>();
  const [filter, setFilter] = useState("");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  useKeys({ Backspace: () => wayBack(hrefOf(here, "/files")) });
  const without = rows.filter((row) => row.kind === "stock" && row.sector === null).length;
  const wanted = filter.trim().toLowerCase();
  const found = rows.filter((row) =>
    [row.ticker, row.name, row.kind, row.sector, row.industry].some((cell) => cell?.toLowerCase().includes(wanted)),
  );
  const picked = rows.filter((row) => chosen.has(row.ticker));
  const toggle = (ticker: string) => {
    const next = new Set(chosen);
    if (!next.delete(ticker)) next.add(ticker);
    setChosen(next);
  };
  return (
    <>
      <Reading
        sentences={[
          rows.length === 0
            ? ["There is no instrument yet: bring files of prices on the Data screen."]
            : [
                { figure: count(rows.length, "instrument") },
                without === 0
                  ? "; every stock has a sector."
                  : `; ${count(without, "stock")} ${without === 1 ? "has" : "have"} no sector, and ${without === 1 ? "takes" : "take"} no part in comparing them.`,
              ],
        ]}
      />
      <EditForm
        picked={picked}
        all={rows}
        found={found.length}
        fetcher={edits}
        onAll={() => {
          setChosen(new Set(found.every((row) => chosen.has(row.ticker)) ? [] : found.map((row) => row.ticker)));
        }}
      />
      <label className="mt-3 flex items-center gap-1.5 text-soft">
        only rows with
        <input
          type="search"
          value={filter}
          maxLength={60}
          placeholder="a word of ticker, name, kind, sector or industry"
          className="control w-80 py-0.5 text-ink placeholder:text-soft/70"
          onChange={(event) => {
            setFilter(event.target.value);
          }}
        />
        {wanted !== "" && `${found.length.toLocaleString("en-GB")} of ${rows.length.toLocaleString("en-GB")}`}
      </label>
      {rows.length > 0 && (
        <DataTable
          caption="Who is who"
          rows={found}
          columns={COLUMNS}
          rowKey={(row) => row.ticker}
          defaultSort="ticker"
          href={(row) => hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`)}
          choose={{
            heading: "Picked",
            label: (row) => (chosen.has(row.ticker) ? `${row.ticker} is picked` : `Pick ${row.ticker}`),
            isChosen: (row) => chosen.has(row.ticker),
            toggle: (row) => {
              toggle(row.ticker);
            },
          }}
          className="mt-3 max-h-[calc(100dvh-265px)]"
          main
        />
      )}
    </>
  );
}
