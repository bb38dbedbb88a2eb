import { directory } from "@studies/frame/directory";
import { askFor } from "./ask.server";

export interface OfferedGroup {
  /** Its key. */
  readonly value: string;
  readonly label: string;
  /** "sector", "industry", or the kind of a dated group. */
  readonly kind: string;
}

export interface OfferedInstrument {
  readonly ticker: string;
  readonly name: string;
  readonly kind: string;
}

const KINDS: Readonly<Record<string, string>> = { index: "index", fund: "fund", theme: "theme", list: "list" };

/** The groups of stocks that can be named in a control sentence: sectors, themes, indexes, lists, industries and funds. */
export async function offeredGroups(request: Request): Promise<OfferedGroup[]> {
  const { entries } = (await askFor(request, directory, {})).result;
  const names = new Map(entries.filter((e) => !["sector", "industry", "group"].includes(e.kind)).map((e) => [e.key, e.name]));
  const offered = entries.flatMap((e): OfferedGroup[] => {
    if (e.kind === "sector") return [{ value: e.key, label: e.name, kind: "sector" }];
    if (e.kind === "industry") return [{ value: e.key, label: `${e.name} (industry)`, kind: "industry" }];
    const kind = e.kind === "group" ? KINDS[e.note] : undefined;
    return kind === undefined ? [] : [{ value: e.key, label: `${names.get(e.name) ?? e.name} (${kind})`, kind }];
  });
  const order = ["sector", "theme", "index", "list", "industry", "fund"];
  return offered.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}

/** Instruments of some kinds, by name. */
export async function offeredInstruments(request: Request, kinds: readonly string[]): Promise<OfferedInstrument[]> {
  const { entries } = (await askFor(request, directory, {})).result;
  const of = entries.filter((e) => kinds.includes(e.kind)).map((e) => ({ ticker: e.key, name: e.name, kind: e.kind }));
  return of.sort((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind) || (a.name < b.name ? -1 : 1));
}
