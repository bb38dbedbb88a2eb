import { mean, median } from "@core";
import type { Figure, Sentence } from "@studies/define-study";
import { groupKeyText } from "@studies/sets/group-key";
import type { PeerSet } from "@studies/sets/peer-names";
import { signedPercent } from "@studies/words/words";

/** A row of the picture: members that belong together. */
export interface PeriodGroup {
  readonly name: string;
  /** Key by which one looks inside, empty where there is nothing inside or it is what is looked at. */
  readonly key: string;
  readonly members: number;
  /** Mean and median of what they made, fractions; all weigh the same. */
  readonly mean: number;
  readonly median: number;
}

type Member = Readonly<Record<"family" | "industry", string>> & { readonly change: number };

/** The rows of the picture, from the best mean to the worst. */
export function groupsOf(rows: readonly Member[], level: "family" | "industry", set: PeerSet): PeriodGroup[] {
  const byName = new Map<string, number[]>();
  for (const row of rows) {
    const own = byName.get(row[level]);
    if (own) own.push(row.change);
    else byName.set(row[level], [row.change]);
  }
  const inside = set === "stock" || set === "industry" ? (level === "industry" ? "industry" : "sector") : undefined;
  return [...byName]
    .map(([name, changes]): PeriodGroup => ({
      name,
      key: inside && name !== "" && byName.size > 1 ? groupKeyText(inside, name) : "",
      members: changes.length,
      mean: mean(changes),
      median: median(changes),
    }))
    .sort((x, y) => y.mean - x.mean || (x.name < y.name ? -1 : 1));
}

/** Which group did best and which worst, where there are several of several. */
export function groupsSentence(r: {
  readonly level: string;
  readonly set: string;
  readonly groups: readonly PeriodGroup[];
  readonly rows: readonly unknown[];
}) {
  const [best, worst] = [r.groups[0]!, r.groups[r.groups.length - 1]!];
  if (r.groups.length < 2 || r.groups.length === r.rows.length) return undefined;
  const kind = r.level === "industry" ? "industries" : r.set === "stock" || r.set === "industry" ? "sectors" : "groups";
  const leads = ({ name, key }: PeriodGroup): Figure => ({
    figure: name,
    ...(key === "" ? {} : { to: { screen: "groups" as const, params: { in: key } } }),
  });
  return [
    [
      `Of the ${r.groups.length} ${kind} `,
      leads(best),
      ` did best with ${signedPercent(best.mean)} in the mean, `,
      leads(worst),
      ` worst with ${signedPercent(worst.mean)}.`,
    ] satisfies Sentence,
  ];
}
