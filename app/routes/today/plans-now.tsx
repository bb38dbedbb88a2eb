import { Link } from "react-router";
import { isNearTrigger } from "@studies/plans/near-trigger";
import type { PlanRow } from "@studies/plans/plan-row";
import { inRisks } from "@studies/plans/plan-words";
import { count, date, list, price, signed } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { fromWire, type Wired } from "~/wire";
import { TodaySection } from "./today-section";
import { Later } from "~/ui/later";

export interface PlansSaid {
  readonly asOf: number;
  readonly provisional: boolean;
  readonly rows: Wired;
}

/** Sessions ahead within which an end or a report is told. */
const SOON = 5;

/** What plans did on this session, what is open, near its entry, or comes to its end or a report soon; nothing without any of it. */
export function PlansNow({ said }: { readonly said: Promise<PlansSaid> | undefined }) {
  return (
    <Later
      said={said}
      hold
      waiting={null}
      failed={<p className="mt-6 text-soft">The plans could not be followed to this date.</p>}
    >
      {({ asOf, provisional, rows }) => {
        const told = fromWire<readonly PlanRow[]>(rows).flatMap((row) => {
          const words = wordsOf(row, asOf, provisional);
          return words.length > 0 ? [{ row, words }] : [];
        });
        return told.length === 0 ? null : <Told told={told} />;
      }}
    </Later>
  );
}

function Told({ told }: { readonly told: readonly { readonly row: PlanRow; readonly words: readonly string[] }[] }) {
  const here = useHere();
  return (
    <TodaySection label="Plans" to={hrefOf(here, "/plans")} more="all plans" className="mt-6">
      <ul>
        {told.map(({ row, words }) => (
          <li key={row.id} className="flex items-baseline gap-4 border-b border-rule/70 py-1">
            <Link className="w-56 shrink-0 truncate font-semibold hover:text-indigo" to={hrefOf(here, `/plans/${row.id}`)}>
              {row.ticker} <span className="font-normal text-soft">{row.origin === "" ? row.name : row.origin}</span>
            </Link>
            <span className="font-serif text-[16px] leading-6">{words.join(" ")}</span>
          </li>
        ))}
      </ul>
    </TodaySection>
  );
}

/** What there is to say of a plan this evening. */
function wordsOf(row: PlanRow, asOf: number, provisional: boolean): string[] {
  const said: string[] = [];
  if (row.lastDay === asOf) said.push(`${provisional ? "So far in this session" : "On this session"} ${row.last}.`);
  const open = row.sides.filter((side) => side.held > 0);
  if (open.length > 0)
    said.push(
      `It is open at ${list(open.map((side) => `${inRisks(side.r)} ${side.side}, the stop at ${price(side.stop, row.close)}`))}.`,
    );
  const near = row.sides.filter(isNearTrigger);
  if (near.length > 0)
    said.push(
      `Its ${list(near.map((side) => `${side.side} entry at ${price(side.entry, row.close)} is ${signed(side.away)} ATR away`))}.`,
    );
  if (row.state !== "over") {
    if (row.toEnd <= SOON) said.push(`Its time is over on ${date(row.end)}, in ${count(row.toEnd, "session")}.`);
    if (row.toReport <= SOON) said.push(`It reports on ${date(row.report)}, in ${count(row.toReport, "session")}.`);
  }
  return said;
}
