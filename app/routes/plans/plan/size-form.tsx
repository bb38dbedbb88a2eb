import { useState } from "react";
import type { PlanVersion } from "@studies/plans/plan-schema";
import { NumberField } from "~/ui/number-field";

export interface OfferedAccount {
  readonly name: string;
  readonly currency: string;
  readonly percent: number;
}

interface FormProps {
  readonly version: PlanVersion;
  readonly accounts: readonly OfferedAccount[];
  readonly currency: string;
  readonly onSet: (next: PlanVersion) => void;
}

/** How many are bought, typed: units, money or a part of an account at risk. */
export function SizeForm({ version, accounts, currency, onSet }: FormProps) {
  const { size } = version;
  const [by, setBy] = useState<string>(size.by);
  const [amount, setAmount] = useState(
    String(size.by === "units" ? size.units : size.by === "percent" ? size.percent : size.money),
  );
  const [account, setAccount] = useState(version.account ?? accounts[0]?.name ?? "");
  const [rate, setRate] = useState(version.rate === undefined ? "" : String(version.rate));
  const [lot, setLot] = useState(String(version.lot));
  const [cost, setCost] = useState(String(version.costBp));
  const own = accounts.find((one) => one.name === account);
  const needsRate = own !== undefined && own.currency !== currency;
  return (
    <form
      aria-label="Size"
      className="space-y-2 font-sans text-[13px]"
      onSubmit={(event) => {
        event.preventDefault();
        const { rate: _rate, account: _account, ...rest } = version;
        const n = Number(amount);
        onSet({
          ...rest,
          size: by === "units" ? { by, units: Math.round(n) } : by === "percent" ? { by, percent: n } : { by: "money", money: n },
          ...(account === "" ? {} : { account }),
          ...(rate.trim() === "" ? {} : { rate: Number(rate) }),
          lot: Math.max(1, Math.round(Number(lot))),
          costBp: Number(cost),
        });
      }}
    >
      <p className="flex gap-2">
        <NumberField autoFocus required aria-label="Amount" value={amount} onValue={setAmount} />
        <select
          aria-label="What is given"
          className="control py-0.5"
          value={by}
          onChange={(event) => {
            setBy(event.target.value);
          }}
        >
          <option value="percent" disabled={accounts.length === 0}>
            % of the account at risk
          </option>
          <option value="money">money at risk</option>
          <option value="units">units</option>
        </select>
      </p>
      {accounts.length > 0 && (
        <label className="block text-soft">
          account{" "}
          <select
            className="control py-0.5 text-ink"
            value={account}
            onChange={(event) => {
              setAccount(event.target.value);
            }}
          >
            {accounts.map((one) => (
              <option key={one.name} value={one.name}>
                {one.name} ({one.currency})
              </option>
            ))}
          </select>
        </label>
      )}
      {needsRate && (
        <label className="block text-soft">
          {currency} for one {own.currency} <NumberField value={rate} onValue={setRate} />
        </label>
      )}
      <p className="flex gap-3 text-soft">
        <label>
          lots of <NumberField required className="w-16" isWhole value={lot} onValue={setLot} />
        </label>
        <label>
          cost <NumberField required className="w-14" value={cost} onValue={setCost} /> bp a side
        </label>
      </p>
      <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo">
        Set
      </button>
    </form>
  );
}
