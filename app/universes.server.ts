import { FUNDS, INDEXES } from "@studies/scans/universe";
import { anyOf, WHOLE_MARKET } from "@studies/sets/group-key";
import { parseHere } from "./here";
import type { ListNow } from "./lists-now.server";
import type { Choice } from "./ui/inline-menu";

/** Among whom an address asks: the focus where there is one and nothing else is said. */
export function universeFrom(search: URLSearchParams): string {
  const { focus } = parseHere(search);
  const asked = search.get("for") ?? "focus";
  return asked !== "focus" ? asked : focus.length > 0 ? anyOf(focus) : "";
}

/** The universes that can be chosen: the focus where there is one, the market, its funds and indexes, lists and groups. */
export function universesFor(
  focus: readonly string[],
  lists: readonly ListNow[],
  groups: readonly { readonly key: string; readonly name: string }[],
): Choice[] {
  return [
    ...(focus.length > 0 ? [{ value: "focus", label: "the focus" }] : []),
    { value: WHOLE_MARKET, label: "all members of the market" },
    { value: FUNDS, label: "all funds" },
    { value: INDEXES, label: "all indexes" },
    ...lists.filter(({ key }) => key !== "").map(({ name, key }) => ({ value: key, label: `${name} (list)` })),
    ...groups.map(({ key, name }) => ({ value: key, label: name })),
  ];
}
