import type { PlanVersion } from "@studies/plans/plan-schema";
import { money } from "@studies/plans/plan-words";
import { count, percent, price, signed } from "@studies/words/words";
import { Link } from "react-router";
import { hrefOf, useHere } from "~/here";
import { Explained } from "~/ui/term";
import { WordPopover } from "~/ui/word-popover";
import type { PlanShown } from "./plan-shown";
import { SizeForm, type OfferedAccount } from "./size-form";

interface Props {
  readonly shown: PlanShown;
  readonly accounts: readonly OfferedAccount[];
  readonly onChange: (next: PlanVersion, words: string) => void;
}

/** How many are bought, and why: risk a unit, budget, units, what they come to. */
export function SizePart({ shown, accounts, onChange }: Props) {
  const { plan, version, sides } = shown;
  const { size } = version;
  const [first] = sides;
  const isOneRisk = sides.every((side) => price(side.risk, plan.close) === price(first?.risk ?? NaN, plan.close));
  const risks = (isOneRisk ? sides.slice(0, 1) : sides).map(
    (side) =>
      `${isOneRisk ? "" : `${side.side} `}${price(side.risk, plan.close)}${plan.atr > 0 ? ` (${signed(side.risk / plan.atr).replace("+", "")} ATR)` : ""}`,
  );
  const isEven = sides.every((side) => side.units === first?.units);
  const value = plan.account?.value ?? NaN;
  const rate = plan.account && plan.account.currency !== plan.currency ? (version.rate ?? NaN) : 1;
  const budget = (
    <WordPopover label="Size" shown={sizeWords(size)} width="w-72">
      {(close) => (
        <SizeForm
          version={version}
          accounts={accounts}
          currency={plan.currency}
          onSet={(next) => {
            onChange(next, "the size");
            close();
          }}
        />
      )}
    </WordPopover>
  );
  return (
    <section aria-label="Size" className="font-serif text-[15.5px] leading-[21px]">
      <h2 className="heading mb-1 border-b border-ink/60 pb-1 font-sans text-[13px]">Size</h2>
      {first ? (
        <p>
          Risk a unit is <Explained text={risks.join(", ")} />.{" "}
          {size.by === "units" ? (
            <>It is planned with {budget}</>
          ) : (
            <>
              The budget, {budget}
              {size.by === "percent" && plan.account ? ` of ${plan.account.name}` : ""}, is{" "}
              {money(plan.budget.budget, plan.currency)}:{" "}
              <b>
                {isEven
                  ? count(first.units, "unit")
                  : sides.map((side) => `${count(side.units, "unit")} ${side.side}`).join(", ")}
              </b>
              {version.lot > 1 ? ` in lots of ${version.lot}` : ""}
            </>
          )}
          , {money(Math.max(...sides.map((side) => side.exposure)), plan.currency)} at entry
          {value > 0 ? `, ${percent(Math.max(...sides.map((side) => side.exposure)) / (value * rate), 0)} of the account` : ""}.
        </p>
      ) : (
        <p>No side is planned.</p>
      )}
      {accounts.length === 0 && (
        <p className="mt-1 font-sans text-[12px] leading-4 text-soft">
          Without an account it is planned in units. <AccountsLink />
        </p>
      )}
      {plan.warnings.length > 0 && (
        <ul aria-label="Warnings" className="mt-1.5 space-y-1 font-sans text-[12px] leading-4 text-amber">
          {plan.warnings.map((warning) => (
            <li key={warning}>{warning}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function AccountsLink() {
  const here = useHere();
  return (
    <Link className="figure-link" to={hrefOf(here, "/plans/accounts")}>
      Enter an account
    </Link>
  );
}

function sizeWords(size: PlanVersion["size"]): string {
  return size.by === "units"
    ? count(size.units, "unit")
    : size.by === "percent"
      ? `${size.percent}%`
      : money(size.money, "").trim();
}
