import { Link } from "react-router";
import type { chart } from "@studies/chart/chart";
import type { keyLevels } from "@studies/key-levels/key-levels";
import { rungName, type LevelRung } from "@studies/key-levels/rung-name";
import { date, fixed, price, signed, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import type { ResultOf } from "~/wire";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { Explained } from "~/ui/term";
import { signColour } from "~/ui/tint";

export type ChartResult = ResultOf<typeof chart>;
type Levels = ResultOf<typeof keyLevels>;

interface Props {
  readonly chart: ChartResult;
  /** Of an instrument; a group has none. */
  readonly levels: Levels | undefined;
}

/** What is known of the instrument at the as-of close. */
export function Facts({ chart: { kind, sector, industry, facts: f }, levels }: Props) {
  const returns: [string, number][] = [
    ["1 session", f.r1],
    ["1 week", f.r5],
    ["1 month", f.r21],
    ["3 months", f.r63],
    ["6 months", f.r126],
  ];
  const known: [string, string][] = [
    ["earnings a share", fixed(f.eps, 2)],
    ["expected", fixed(f.epsExpected, 2)],
    ["price to earnings", f.eps > 0 ? fixed(f.close / f.eps, 1) : "–"],
    ["growth", Number.isNaN(f.growth) ? "–" : `${fixed(f.growth, 1)}%`],
    ["dividend", fixed(f.dividend, 2)],
    ["next report", Number.isNaN(f.nextReport) ? "–" : date(f.nextReport)],
  ];
  return (
    <aside aria-label="Facts" className="mt-5 grid grid-cols-[repeat(auto-fit,minmax(190px,1fr))] items-start gap-x-8 gap-y-4">
      {kind === "stock" && (
        <FactList
          title="Standing"
          rows={[
            ["stance", f.stance || "–"],
            ["Trend", fixed(f.trend)],
            ["trailing stop", Number.isNaN(f.stopSide) ? "–" : f.stopSide > 0 ? "above" : "below"],
            ["industry Strength", fixed(f.industryStrength)],
          ]}
        />
      )}
      <FactList
        title="Return"
        rows={returns.map(([label, r]) => [
          label,
          <span key={label} className={signColour(r)}>
            {signedPercent(r)}
          </span>,
        ])}
      />
      {levels && levels.lines.length > 0 && <NextLevels levels={levels} />}
      {kind === "stock" && <FactList title="Known at this close" rows={known} />}
      {kind === "stock" && (sector !== "" || industry !== "") && (
        <p className="text-soft">
          {sector}
          {industry && `, ${industry.toLowerCase()}`}
        </p>
      )}
    </aside>
  );
}

/** The next two key levels on either side of the close, and the way to all of them. */
function NextLevels({ levels: { ticker, close, lines } }: { levels: Levels }) {
  const here = useHere();
  const rungs = lines.flatMap((line): readonly LevelRung[] => line.rungs);
  const above = rungs.filter((r) => r.price > close).slice(0, 2);
  const below = rungs.filter((r) => r.price < close).slice(-2);
  const row = (rung: LevelRung) => (
    <li key={rungName(rung)} className="border-b border-rule/70 py-0.5">
      <span className="block text-[12px] leading-4 text-soft">{rungName(rung)}</span>
      <span className="flex justify-between">
        {price(rung.price, close)}
        <span title="from the close, in ATRs">{signed(rung.place, 2)}</span>
      </span>
    </li>
  );
  return (
    <section>
      <h2 className="heading flex justify-between border-b border-ink/60 pb-0.5">
        <Explained text="Key levels" />
        <Link className="font-normal link" to={hrefOf(here, "/key-levels", { for: ticker })}>
          all
        </Link>
      </h2>
      <ul>
        {above.reverse().map(row)}
        {below.reverse().map(row)}
      </ul>
    </section>
  );
}

function FactList({ title, rows }: { title: string; rows: readonly (readonly [string, React.ReactNode])[] }) {
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-0.5">{title}</h2>
      <dl>
        {rows.map(([label, value]) => (
          <div key={label} className="flex justify-between border-b border-rule/70 py-0.5">
            <dt className="text-soft" title={explanationsOf(label)}>
              {label}
            </dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
