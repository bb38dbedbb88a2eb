import { rollup } from "d3-array";
import type { Knex } from "knex";
import { listInstruments } from "../stores/instruments-store.server";
import { listMarkets } from "../stores/markets-store.server";
import type { ImportRequest } from "../transfer/import.server";
import { tickerOfFile } from "./file-tickers";
import { findMapping } from "./file-forms.server";
import type { Form } from "./find-forms";
import { lackOf, type Mapping } from "./mapping";

/** Files of one form, and what they are taken for. */
export interface KnownForm {
  readonly form: Form;
  mapping: Mapping;
  isRemembered: boolean;
  /** Whether a person, or an earlier import, has said what its columns are; a header says it as well. */
  isConfirmed: boolean;
  ticker: string | undefined;
}

/** What files of a form are taken for at first: as the last time, or as they look. */
export async function knownForm(db: Knex, form: Form): Promise<KnownForm> {
  const remembered = await findMapping(db, form);
  if (remembered) return { form, mapping: remembered, isRemembered: true, isConfirmed: true, ticker: undefined };
  const [first] = await listMarkets(db);
  const market = (await marketOfKnown(db, form)) ?? first?.market;
  const own = market === undefined ? { market: "HOME", marketName: "Home market" } : { market };
  const isConfirmed = form.layout.headerRows > 0;
  return { form, mapping: { ...form.mapping, ...own }, isRemembered: false, isConfirmed, ticker: undefined };
}

/** The market of most of the tickers in files of a form that are known already: the new ones are likely to be of it too. */
async function marketOfKnown(db: Knex, { files, layout, mapping }: Form): Promise<string | undefined> {
  const at = mapping.roles.indexOf("ticker");
  const tickers = at < 0 ? files.map((file) => tickerOfFile(file.name, mapping)) : layout.rows.map((row) => row[at] ?? "");
  const marketOf = new Map((await listInstruments(db)).map((row) => [row.ticker.toUpperCase(), row.market]));
  const known = tickers.flatMap((ticker) => marketOf.get(ticker.toUpperCase()) ?? []);
  const [most] = [
    ...rollup(
      known,
      (own) => own.length,
      (market) => market,
    ),
  ].sort(([, a], [, b]) => b - a);
  return most?.[0];
}

/** What has to be chosen before files of a form can be read; none where all is clear. */
export function lackIn({ mapping, isConfirmed }: KnownForm): string | undefined {
  return (
    lackOf(mapping) ?? (isConfirmed ? undefined : "The file names no columns: say what each has, or that the guess is right.")
  );
}

/** The import of files as they are taken; tickers of the open formats without an instrument row join the same market. */
export function importRequest(
  files: ImportRequest["files"],
  forms: readonly KnownForm[],
  { choose = {}, ...rest }: Pick<ImportRequest, "onlyGood" | "arrivals" | "mostBytes"> & { readonly choose?: Partial<Mapping> },
): ImportRequest {
  const named = { ...forms.map(({ mapping }) => mapping).find((mapping) => mapping.market !== ""), ...choose };
  const { market, marketName, currency = "" } = named;
  return {
    ...rest,
    files,
    forms: forms.map(({ form, mapping, ticker }) => ({ files: form.files, mapping, ticker, signature: form.signature })),
    newMarket: market ? { market, name: marketName || market, currency } : undefined,
  };
}

/** Tickers by their capital letters. */
export async function knownTickers(db: Knex): Promise<Map<string, string>> {
  return new Map((await listInstruments(db)).map(({ ticker }) => [ticker.toUpperCase(), ticker]));
}
