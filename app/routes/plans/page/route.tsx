import { Link } from "react-router";
import { ruleSentence } from "@core/conditions/sentence";
import { askedPlans, getPlan } from "@server/plans.server";
import { contractName } from "@studies/plans/contract-name";
import { plan as planStudy } from "@studies/plans/plan";
import type { PlannedOption } from "@studies/plans/plan-option";
import type { PlanVersion } from "@studies/plans/plan-schema";
import { deedWords, inRisks, money, signedMoney, STATUS_WORDS } from "@studies/plans/plan-words";
import { capital, count, date, fixed, price } from "@studies/words/words";
import { findFor, foreseen, openDesk } from "~/ask.server";
import { hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { SentenceText } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire } from "~/wire";
import { PlainTable } from "~/ui/table/plain-table";
import { Payoff } from "../plan/payoff";
import { PlanMissing } from "../plan/plan-missing";
import { PlanPicture } from "../plan/plan-picture";
import { planShown, type PlanAnswer } from "../plan/plan-shown";
import { rungName } from "../plan/rung-name";
import { TimeLine } from "../plan/time-line";
import type { Route } from "./+types/route";

export async function loader({ request, params }: Route.LoaderArgs) {
  const { db } = await openDesk();
  const { plan } = await foreseen(() => getPlan(db, params.id));
  const [asked] = await askedPlans(db, [plan]);
  const answer = await findFor(request, planStudy, { plan: JSON.stringify(asked) }, plan.market);
  return { plan, reading: answer?.reading ?? [], answer: answer && toWire(answer.result) };
}

export const meta: Route.MetaFunction = () => [{ title: "Page of a plan · Yubrin" }];

const WIDTH = 720;

/** A plan on one page for print: what is ordered, how much, when, and room for what is written by hand. */
export default function PlanPage({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const wayBack = useWayBack();
  const { plan: saved, reading, answer } = loaderData;
  useKeys({ Backspace: () => wayBack(hrefOf(here, `/plans/${saved.id}`)) });
  if (!answer) return <PlanMissing plan={saved} />;
  const plan = fromWire<PlanAnswer>(answer);
  const shown = planShown(plan, plan.version);
  const { version, option } = plan;
  return (
    <div data-main tabIndex={-1}>
      <p className="mb-3 flex gap-4 print:hidden">
        <button
          type="button"
          className="control border-indigo font-semibold text-indigo"
          onClick={() => {
            window.print();
          }}
        >
          Print
        </button>
        <Link className="figure-link self-center" to={hrefOf(here, `/plans/${saved.id}`)}>
          back to the plan
        </Link>
      </p>
      <article className="max-w-[768px] bg-raised p-6 print:max-w-none print:bg-transparent print:p-0 print:text-[11.5px]">
        <header className="flex items-baseline justify-between border-b border-ink/60 pb-1">
          <b className="font-serif text-[20px] font-semibold">
            {plan.ticker} <span className="font-normal">{plan.name}</span>
          </b>
          <span className="text-soft">
            made {date(plan.made)}
            {plan.origin === "" ? "" : `, from ${plan.origin}`}; as of {date(plan.asOf)}
          </span>
        </header>
        <h1 className="mt-2 font-serif text-[15px] leading-[20px]">
          {reading.map((sentence, k) => (
            <SentenceText key={k} sentence={sentence} />
          ))}
        </h1>
        <div className="mt-2">
          <PlanPicture shown={shown} width={WIDTH} height={280} />
        </div>
        <div className="mt-2 grid grid-cols-2 gap-6">
          {plan.sides.map((side) => (
            <PlainTable
              key={side.side}
              caption={
                <b className="font-semibold">
                  {capital(side.side)}, {STATUS_WORDS[side.outcome.status]}: {count(side.units, "unit")},{" "}
                  {money(side.riskMoney, plan.currency)} at risk
                </b>
              }
              isCaptionShown
              hasNoHead
              rows={side.rungs}
              rowKey={(rung) => rung.key}
              columns={[
                {
                  key: "rung",
                  label: "rung",
                  className: "py-0.5",
                  cell: (rung) => `${rungName(rung, side.side)}${rung.done === undefined ? "" : ` (done ${date(rung.done)})`}`,
                },
                { key: "price", label: "price", cellClassName: "font-semibold", cell: (rung) => price(rung.price, plan.close) },
                { key: "risks", label: "risks", cell: (rung) => (rung.role === "entry" ? "" : inRisks(rung.r)) },
                {
                  key: "money",
                  label: "money",
                  cell: (rung) =>
                    rung.role === "entry"
                      ? money(side.exposure, plan.currency)
                      : rung.role === "add-on"
                        ? count(rung.units, "unit")
                        : signedMoney(rung.money, plan.currency),
                },
              ]}
            />
          ))}
        </div>
        <div className="mt-3 grid grid-cols-2 gap-6">
          <div>
            <Steps version={version} />
            {option && (
              <p className="mt-2 font-serif text-[14px] leading-[19px]">
                Instead, an option (simulated): {optionWords(option)}, delta {fixed(option.delta, 2)}, at {price(option.cost)};{" "}
                {count(option.contracts, "contract")}, {money(option.costMoney, plan.currency)}. Volume{" "}
                {option.contract.volume.toLocaleString("en-GB")}, open interest{" "}
                {option.contract.openInterest.toLocaleString("en-GB")}.
              </p>
            )}
          </div>
          {option ? <Payoff option={option} plan={plan} width={348} /> : <Warnings warnings={plan.warnings} />}
        </div>
        <section aria-label="Within its time" className="mt-2 break-inside-avoid">
          <h2 className="heading border-b border-ink/60 pb-0.5">Within its time</h2>
          <TimeLine plan={plan} width={WIDTH} />
        </section>
        {option && <Warnings warnings={plan.warnings} />}
        <section aria-label="By hand" className="mt-2 break-inside-avoid">
          <h2 className="heading">By hand</h2>
          {[1, 2, 3].map((k) => (
            <p key={k} className="h-6 border-b border-rule" />
          ))}
        </section>
      </article>
    </div>
  );
}

function Steps({ version }: { readonly version: PlanVersion }) {
  return (
    <section aria-label="Steps" className="font-serif text-[14px] leading-[19px]">
      <h2 className="heading border-b border-ink/60 pb-0.5 font-sans text-[13px]">Steps</h2>
      <ol className="list-inside list-decimal">
        {version.steps
          .filter((step) => !step.off)
          .map((step) => (
            <li key={step.key}>
              If {step.side ? `on the ${step.side} side ` : ""}
              {ruleSentence(step.when)}, {deedWords(step.deed, step.side)}.
            </li>
          ))}
        {version.oneCancelsOther && version.long && version.short && <li>The entry of one side cancels the other.</li>}
        {version.timeStop !== undefined && <li>After {count(version.timeStop, "session")} in it, go out at the close.</li>}
        {version.horizon !== undefined && <li>At the close of session {version.horizon} after it was made, all is over.</li>}
        {version.isOutBeforeReport && <li>Before a report, go out at the last close.</li>}
      </ol>
    </section>
  );
}

function optionWords({ option, contract }: PlannedOption): string {
  const way = option.isSold ? "sold" : "bought";
  return option.shape === "single"
    ? `${way}, the ${contractName(contract)}`
    : `${way}, a ${option.shape} around the ${contractName(contract)}`;
}

function Warnings({ warnings }: { readonly warnings: readonly string[] }) {
  if (warnings.length === 0) return null;
  return (
    <ul aria-label="Warnings" className="mt-1 list-inside list-disc text-amber">
      {warnings.map((warning) => (
        <li key={warning}>{warning}</li>
      ))}
    </ul>
  );
}
