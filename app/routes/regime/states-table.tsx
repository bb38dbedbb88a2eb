import type { NamedState } from "@studies/regime/regime-states";
import { isSmallSample } from "@studies/words/small-sample";
import { count, fixed, list, percent, signedPercent } from "@studies/words/words";
import { tint } from "~/ui/tint";
import { withTerms } from "@studies/words/terms";

interface Props {
  readonly rows: readonly NamedState[];
  readonly names: readonly string[];
  /** Position of the present state, -1 for none. */
  readonly now: number;
}

/** How each state has behaved, and what state came after it. */
export function StatesTable({ rows, names, now }: Props) {
  const head = "border-b border-ink/60 pb-1 pl-3 text-right font-normal align-bottom";
  const cell = "border-b border-rule pl-3 text-right";
  const wide = names.length > 3;
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-separate border-spacing-0">
        <caption className="sr-only">
          States of the regime: frequency, length, returns of the next 21 sessions, what followed
        </caption>
        <thead>
          <tr className="text-soft">
            <th scope="col" className="border-b border-ink/60 pb-1 text-left align-bottom font-semibold text-ink">
              States
            </th>
            <th scope="col" className={head} title="Share of all sessions with a known state">
              of sessions
            </th>
            <th scope="col" className={head} title="Median length of finished runs, and how many there were">
              median run
            </th>
            <th scope="col" className={head} title="Share of sessions after which the index was higher 21 sessions later">
              higher after 21
            </th>
            <th scope="col" className={`${head} max-[899px]:hidden`}>
              mean
            </th>
            <th scope="col" className={head}>
              median
            </th>
            <th scope="col" className={head}>
              worst
            </th>
            <th
              scope="col"
              className={head}
              title="Sessions that have 21 sessions after them, which overlap, and the runs they lie in"
            >
              cases
            </th>
            <th scope="col" className={`${head} pl-4 text-left ${wide ? "min-[1240px]:hidden" : "hidden"}`}>
              most often then
            </th>
            {names.map((name) => (
              <th
                key={name}
                scope="col"
                className={`${head} ${wide ? "max-[1239px]:hidden" : ""} ${wide ? "text-[11px] leading-tight" : ""}`}
                title={`Share of finished runs followed by ${name}`}
              >
                then {wide ? shortName(name) : name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.name} className={`h-[27px] ${r.state === now ? "bg-chosen font-semibold" : ""}`}>
              <th
                scope="row"
                title={explanationOf(r.name)}
                className="border-b border-rule text-left font-[inherit] whitespace-nowrap"
              >
                {r.name}
                {r.state === now && <span className="ml-2 font-normal text-indigo">now</span>}
              </th>
              <td className={cell}>{percent(r.share, 0)}</td>
              <td className={`${cell} whitespace-nowrap`}>
                {fixed(r.medianRun)} <span className="font-normal text-soft">of {r.runs}</span>
              </td>
              <td className={cell} style={tint(r.positive - 0.5, 0.4)}>
                {percent(r.positive, 0)}
              </td>
              <td className={`${cell} max-[899px]:hidden`}>{signedPercent(r.mean)}</td>
              <td className={cell}>{signedPercent(r.median)}</td>
              <td className={cell}>{signedPercent(r.worst)}</td>
              <td className={`${cell} font-normal whitespace-nowrap text-soft`}>
                {r.returns > 0 && `${count(r.returns, "session")} in ${count(r.returnRuns, "run")}`}
                {r.returns > 0 && isSmallSample(r.returns, r.returnRuns) && (
                  <span className="text-amber" title="Fewer than 20 sessions or 10 runs: a small sample">
                    {" "}
                    few
                  </span>
                )}
              </td>
              <td className={`${cell} pl-4 text-left ${wide ? "min-[1240px]:hidden" : "hidden"}`}>{mostOften(r.next, names)}</td>
              {r.next.map((p, k) => (
                <td key={k} className={`${cell} ${wide ? "max-[1239px]:hidden" : ""} ${p > 0 ? "" : "text-soft"}`}>
                  {p > 0 ? percent(p, 0) : "–"}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
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
