import type { PeerSet } from "@studies/sets/peer-names";
import type { OfferedGroup, OfferedInstrument } from "~/offered-groups.server";
import type { Choice } from "~/ui/inline-menu";

export const EVERY: readonly Choice[] = [
  { value: "daily", label: "Daily" },
  { value: "weekly", label: "Weekly" },
  { value: "monthly", label: "Monthly" },
];

export const TRAILS: readonly Choice[] = [
  { value: "0", label: "sample alone" },
  { value: "4", label: "4" },
  { value: "8", label: "8" },
  { value: "12", label: "12" },
  { value: "26", label: "26" },
  { value: "52", label: "52" },
];

/** What the members can be held against: the index of the set, a flat line, their average, or any index, bond or commodity. */
export function benchmarkChoices(
  r: { readonly bench: string; readonly benchmarkName: string },
  set: PeerSet,
  instruments: readonly OfferedInstrument[],
): Choice[] {
  const own = r.bench === "index" ? r.benchmarkName : "the index of the set";
  const hasIndex = set !== "asset-class" && set !== "currency";
  const named = instruments.map((i) => ({ value: i.ticker, label: i.name }));
  const unnamed = ["index", "flat", "mean"].includes(r.bench) || named.some((c) => c.value === r.bench);
  return [
    ...(hasIndex ? [{ value: "index", label: own }] : []),
    { value: set === "currency" ? "index" : "flat", label: "a flat line" },
    { value: set === "asset-class" ? "index" : "mean", label: "the average of the set" },
    ...(unnamed ? [] : [{ value: r.bench, label: r.benchmarkName }]),
    ...named,
  ];
}

/** Groups that the members can be narrowed to: sectors for industries, any group for stocks. */
export function insideChoices(
  set: PeerSet,
  r: { readonly in: string; readonly inName: string },
  groups: readonly OfferedGroup[],
  focus: boolean,
): Choice[] {
  const present = r.in === "" ? [] : [{ value: r.in, label: r.inName }];
  const focused = focus ? [{ value: "focus", label: "the focus" }] : [];
  const all = (label: string) => (set === "stock" ? [] : [{ value: "", label }]);
  const offered =
    set === "industry"
      ? groups.filter((g) => g.kind === "sector")
      : set === "stock"
        ? groups.filter((g) => g.kind !== "industry")
        : [];
  if (set === "industry" || set === "stock") {
    const rest = offered.filter((g) => g.value !== r.in).map(({ value, label }) => ({ value, label }));
    return [...all("all sectors"), ...focused, ...present, ...rest];
  }
  if (set === "sector" || set === "theme") return focus || r.in !== "" ? [...all("the market"), ...focused, ...present] : [];
  return present.length > 0 ? [...all("all"), ...present] : [];
}
