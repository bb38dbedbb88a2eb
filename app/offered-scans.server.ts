import { listItems } from "@server/items.server";
import { FUNDS } from "@studies/scans/universe";
import { anyOf } from "@studies/sets/group-key";
import type { TriedScan } from "@studies/trials/trial-params";
import { openDesk } from "./ask.server";
import { parseHere } from "./here";
import type { ListNow } from "./lists-now.server";

/** A scan that can be tried, as it stands in an address. */
export interface OfferedScan {
  readonly text: string;
  readonly label: string;
}

const FAVOURED = { left: { measure: "stance" }, comparator: "is", right: "Favour" } as const;

/** The scans that can be tried in a market: saved ones, lists, favoured members, the focus, and what is ready. */
export async function offeredScans(
  request: Request,
  market: string,
  lists: readonly ListNow[],
  groups: readonly { readonly key: string; readonly name: string }[],
): Promise<OfferedScan[]> {
  const { focus } = parseHere(new URL(request.url).searchParams);
  const saved = (await listItems((await openDesk()).db, "scan")).filter((s) => s.body.market === market);
  const scans: (TriedScan & { readonly label?: string })[] = [
    ...saved.map(({ name, body }) => ({
      name,
      when: body.when,
      for: body.for === "focus" ? (focus.length > 0 ? anyOf(focus) : "") : body.for,
      rank: body.rank,
      order: body.order,
    })),
    ...lists
      .filter(({ key }) => key !== "")
      .map(({ name, key }) => ({ ...ready(name, { all: [] }), for: key, label: `${name} (list)` })),
    ...(focus.length > 0 ? [{ ...ready("The strongest in focus", { all: [] }), for: anyOf(focus) }] : []),
    ready("The strongest", { all: [] }),
    { ...ready("The weakest", { all: [] }), order: "lowest" as const },
    { ...ready("Beaten down", { all: [] }), rank: "return_21", order: "lowest" as const },
    ready("Favoured stocks", FAVOURED),
    { ...ready("Favoured funds", FAVOURED), for: FUNDS },
    ...groups
      .filter(({ key }) => key.startsWith("sector:"))
      .map(({ key, name }) => ({ ...ready(`Favoured in ${name}`, FAVOURED), for: key })),
  ];
  return scans.map(({ label, ...scan }) => ({ text: textOfScan(scan), label: label ?? scan.name }));
}

/** Ranked by Strength, the highest first. */
const ready = (name: string, when: TriedScan["when"]): TriedScan => ({ name, when, for: "", rank: "strength", order: "highest" });

/** A scan as it stands in an address. */
export function textOfScan({ name, when, for: among, rank, order }: TriedScan): string {
  return JSON.stringify({ name, when, for: among, rank, order });
}
