import { PEER_SET_NAMES, PEER_SETS, type PeerSet } from "@studies/peer-names";
import type { OfferedGroup } from "~/offered-groups.server";
import type { Choice } from "~/ui/inline-menu";

export const EVERY: readonly Choice[] = [
  { value: "daily", label: "Daily" },
  { value: "weekly", label: "Weekly" },
  { value: "monthly", label: "Monthly" },
];

/** From the widest to the narrowest, the way the work goes down. */
const ORDER: readonly PeerSet[] = [
  "asset-class",
  "region",
  "world",
  "family",
  "commodity",
  "currency",
  "style",
  "sector",
  "industry",
  "theme",
  "fund",
  "stock",
];

export const SETS: readonly Choice[] = [...PEER_SET_NAMES]
  .sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b))
  .map((value) => ({ value, label: PEER_SETS[value].many }));

export const TRAILS: readonly Choice[] = [
  { value: "0", label: "sample alone" },
  { value: "4", label: "4" },
  { value: "8", label: "8" },
  { value: "12", label: "12" },
  { value: "26", label: "26" },
  { value: "52", label: "52" },
];

/** Benchmarks that make sense for any set, and the one that was asked for by its ticker. */
export function benchmarkChoices(
  r: { readonly bench: string; readonly benchmarkName: string; readonly benchmarkKind: string },
  set: PeerSet,
): Choice[] {
  const own = r.bench === "index" ? r.benchmarkName : "the index of the set";
  const named = ["index", "flat", "mean"].includes(r.bench) ? [] : [{ value: r.bench, label: r.benchmarkName }];
  const others = [
    { value: "ALBRO", label: "Aldane broad" },
    { value: "WORLD", label: "the world index" },
    { value: "BLONG", label: "long government bonds" },
    { value: "KGOLD", label: "gold" },
  ].filter((c) => c.value !== r.bench);
  return [
    ...(set === "asset-class" || set === "currency" ? [] : [{ value: "index", label: own }]),
    { value: set === "currency" ? "index" : "flat", label: "a flat line" },
    { value: set === "asset-class" ? "index" : "mean", label: "the average of the set" },
    ...named,
    ...others,
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
