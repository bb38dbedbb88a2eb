import type { PlannedOption } from "@studies/plans/plan-option";
import type { PlanVersion } from "@studies/plans/plan-schema";
import { inRisks, money, signedMoney } from "@studies/plans/plan-words";
import { contractName } from "@studies/plans/contract-name";
import { count, dayMonth, fixed, price } from "@studies/words/words";
import type { PlanShown } from "./plan-shown";

interface Props {
  readonly shown: PlanShown;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
  readonly onChange: (next: PlanVersion, words: string) => void;
}

/** The option in place of the shares, in words. */
export function OptionPart({ shown, isOpen, onOpen, onChange }: Props) {
  const { plan, version } = shown;
  const { option } = plan;
  return (
    <section aria-label="Option" className="mt-4 font-serif text-[15.5px] leading-[21px]">
      <h2 className="heading mb-1 border-b border-ink/60 pb-1 font-sans text-[13px]">Instead, an option</h2>
      {option && version.option ? (
        <p>
          {capitalShape(version.option)} the{" "}
          <button
            type="button"
            className="border-b border-dotted border-indigo font-semibold text-indigo"
            aria-expanded={isOpen}
            onClick={onOpen}
          >
            {contractName(option.contract)}
          </button>
          {reportWords(plan, version.option.expiry)}, delta {fixed(option.delta, 2)}, at {price(option.cost)}:{" "}
          <b>{count(option.contracts, "contract")}</b> {option.cost < 0 ? "take in" : "cost"}{" "}
          {money(Math.abs(option.costMoney), plan.currency)}
          {lossWords(option, plan.currency)}.
          {option.days.length > 1 && (
            <>
              {" "}
              It stands at {inRisks(option.r)} ({signedMoney(option.money, plan.currency)}).
            </>
          )}{" "}
          <span className="text-soft">Simulated.</span>{" "}
          <button
            type="button"
            className="min-h-6 font-sans text-[12px] text-soft hover:text-rust"
            onClick={() => {
              const { option: _option, ...rest } = version;
              onChange(rest, "the option taken out");
            }}
          >
            take out
          </button>
        </p>
      ) : (
        <p className="text-soft">
          {version.option ? "Its chain has not that contract at this date. " : ""}
          <button type="button" className="figure-link text-ink" aria-expanded={isOpen} onClick={onOpen}>
            Choose one
          </button>{" "}
          from a simulated chain.
        </p>
      )}
    </section>
  );
}

function lossWords({ worst, riskMoney, costMoney }: PlannedOption, currency: string): string {
  if (!Number.isFinite(worst)) return " and can lose without bound";
  return Math.abs(riskMoney - costMoney) < 0.5 ? ", all that can be lost" : ` and can lose ${money(riskMoney, currency)}`;
}

function capitalShape({ shape, isSold }: NonNullable<PlanVersion["option"]>): string {
  if (shape === "single") return isSold ? "Sold," : "Bought,";
  return `${isSold ? "Sold, a" : "A"} ${shape} around`;
}

function reportWords({ calendar }: PlanShown["plan"], expiry: number): string {
  const report = calendar.events.find((event) => event.kind === "report");
  if (!report) return "";
  return expiry < report.day ? ", out before the report" : `, after the report of ${dayMonth(report.day)}`;
}
