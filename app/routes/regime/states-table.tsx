import type { NamedState } from "@studies/regime/regime-states";
import { isSmallSample } from "@studies/words/small-sample";
import { count, fixed, list, percent, signedPercent } from "@studies/words/words";
import { tint } from "~/ui/tint";
import { withTerms } from "@studies/words/terms";
import type { ReactNode } from "react";
import { nextColumns, STATE_COLUMNS } from "@studies/regime/state-columns";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";

interface Props {
  readonly rows: readonly NamedState[];
  readonly names: readonly string[];
  /** Position of the present state, -1 for none. */
  readonly now: number;
}

/** How each state has behaved, and what state came after it. */
export function StatesTable({ rows, names, now }: Props) {
  const wide = names.length > 3;
  const about = new Map([...STATE_COLUMNS, ...nextColumns(names)].map((c) => [c.key, c.about]));
  const column = (
    key: string,
    label: ReactNode,
    more: Omit<PlainColumn<NamedState>, "key" | "label">,
  ): PlainColumn<NamedState> => ({
    key,
    label,
    about: about.get(key),
    headClassName: "whitespace-normal",
    ...more,
  });
  return (
    <div className="overflow-x-auto">
      <PlainTable
        caption="States of the regime: frequency, length, returns of the next 21 sessions, what followed"
        rows={rows}
        rowKey={(r) => r.name}
        rowClassName={(r) => `h-[27px] ${r.state === now ? "bg-chosen font-semibold" : ""}`}
        columns={[
          column("state", "States", {
            headClassName: "font-semibold text-ink",
            cellClassName: (r) => `whitespace-nowrap ${r.state === now ? "font-semibold" : ""}`,
            title: (r) => explanationOf(r.name),
            cell: (r) => (
              <>
                {r.name}
                {r.state === now && <span className="ml-2 font-normal text-indigo">now</span>}
              </>
            ),
          }),
          column("share", "of sessions", { cell: (r) => percent(r.share, 0) }),
          column("medianRun", "median run", {
            cellClassName: "whitespace-nowrap",
            cell: (r) => (
              <>
                {fixed(r.medianRun)} <span className="font-normal text-soft">of {r.runs}</span>
              </>
            ),
          }),
          column("positive", "higher after 21", {
            tint: (r) => tint(r.positive - 0.5, 0.4),
            cell: (r) => percent(r.positive, 0),
          }),
          column("mean", "mean", { className: "max-[899px]:hidden", cell: (r) => signedPercent(r.mean) }),
          column("median", "median", { cell: (r) => signedPercent(r.median) }),
          column("worst", "worst", { cell: (r) => signedPercent(r.worst) }),
          column("returns", "cases", {
            cellClassName: "font-normal whitespace-nowrap text-soft",
            cell: (r) => (
              <>
                {r.returns > 0 && `${count(r.returns, "session")} in ${count(r.returnRuns, "run")}`}
                {r.returns > 0 && isSmallSample(r.returns, r.returnRuns) && (
                  <span className="text-amber" title="Fewer than 20 sessions or 10 runs: a small sample">
                    {" "}
                    few
                  </span>
                )}
              </>
            ),
          }),
          column("next", "most often then", {
            text: true,
            className: `pl-4 ${wide ? "min-[1240px]:hidden" : "hidden"}`,
            cell: (r) => mostOften(r.next, names),
          }),
          ...names.map((name, k) =>
            column(`then ${name}`, wide ? `then ${shortName(name)}` : `then ${name}`, {
              ...(wide ? { className: "max-[1239px]:hidden", headClassName: "text-[11px] leading-tight whitespace-normal" } : {}),
              cellClassName: (r) => (r.next[k]! > 0 ? undefined : "text-soft"),
              cell: (r) => (r.next[k]! > 0 ? percent(r.next[k]!, 0) : "–"),
            }),
          ),
        ]}
      />
    </div>
  );
}

/** The two states that followed most often, where there is no room for a column each. */
function mostOften(next: readonly number[], names: readonly string[]): string {
  const seen = next.map((p, k) => ({ p, name: shortName(names[k]!) })).filter(({ p }) => p > 0);
  const [first, second] = seen.sort((a, b) => b.p - a.p);
  return list([first, second].flatMap((s) => (s ? [`${s.name} ${percent(s.p, 0)}`] : []))) || "–";
}

/** What the words of a state mean. */
function explanationOf(name: string): string {
  return withTerms(name, `${name} Ranging Calm Rough`)
    .flatMap((part) => (part.entry ? [part.entry.says] : []))
    .join(" ");
}

/** "rising calm", for a narrow column. */
function shortName(name: string): string {
  return name.replace(", ", " ").replace(" volatility", "").toLowerCase();
}
