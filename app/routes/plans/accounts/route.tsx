import { useState } from "react";
import { findEpochDay } from "@core/columns/epoch-day";
import { isoDate } from "@core/columns/epoch-day";
import { listItems } from "@server/items.server";
import { directory } from "@studies/frame/directory";
import type { AccountBody } from "@studies/plans/plan-schema";
import { date } from "@studies/words/words";
import { askFor, openDesk } from "~/ask.server";
import { hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { DeedOutcome } from "~/ui/deed-outcome";
import { DeleteButton } from "~/ui/delete-button";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { PlainTable } from "~/ui/table/plain-table";
import { useItems } from "~/ui/use-items";
import { useKeys } from "~/ui/use-keys";
import type { Route } from "./+types/route";
import { ViewMenu } from "../view-menu";
import { NumberField } from "~/ui/number-field";

export async function loader({ request }: Route.LoaderArgs) {
  const { asOf } = await askFor(request, directory, {});
  const { db, markets } = await openDesk();
  const currencies = [...(await markets).values()].map((data) => data.market.currency);
  return { asOf, accounts: await listItems(db, "account"), currency: currencies[0] ?? "" };
}

export const meta: Route.MetaFunction = () => [{ title: "Accounts · Yubrin" }];

/** The accounts by which plans are sized: what each was worth from which day on. */
export default function Accounts({ loaderData }: Route.ComponentProps) {
  const { accounts, asOf, currency } = loaderData;
  const here = useHere();
  const wayBack = useWayBack();
  const deeds = useItems();
  const [open, setOpen] = useState<string>();
  useKeys({ Backspace: () => wayBack(hrefOf(here, "/plans")) });
  const removed = deeds.answer?.removed;
  const latest = ({ values }: AccountBody) => values.reduce((a, b) => (b.day > a.day ? b : a));
  const [first] = accounts;
  return (
    <>
      <Reading
        sentences={[
          first
            ? [
                { figure: accounts.length === 1 ? "1 account" : `${accounts.length} accounts` },
                ` ${accounts.length === 1 ? "sizes" : "size"} plans; ${first.name} was worth `,
                { figure: `${latest(first.body).value.toLocaleString("en-GB")} ${first.body.currency}` },
                ` from ${date(latest(first.body).day)} on.`,
              ]
            : ["No account is on record: plans are made in units."],
        ]}
      />
      <ControlSentence>
        <ViewMenu value="/plans/accounts" />, with what each was worth from which day on.
      </ControlSentence>
      {removed && !accounts.some((one) => one.name === removed.name) && (
        <RemovedItem
          className="mb-2"
          name={removed.name}
          onPutBack={() => void deeds.save("account", removed.name, removed.body)}
        />
      )}
      <div data-main tabIndex={-1} className="max-w-3xl">
        {accounts.length > 0 && (
          <PlainTable
            caption="Accounts"
            rows={accounts}
            rowKey={(row) => row.name}
            columns={[
              { key: "name", label: "account", cell: (row) => <b className="font-semibold">{row.name}</b> },
              { key: "currency", label: "currency", text: true, cell: (row) => row.body.currency },
              { key: "value", label: "worth", cell: (row) => latest(row.body).value.toLocaleString("en-GB") },
              { key: "from", label: "from", cell: (row) => date(latest(row.body).day) },
              { key: "values", label: "values on record", cell: (row) => row.body.values.length },
              { key: "percent", label: "a plan risks", cell: (row) => `${row.body.percent}%` },
              {
                key: "deeds",
                label: "",
                spoken: "Deeds",
                cell: (row) => (
                  <span className="flex justify-end gap-3 text-[12px] text-soft">
                    <button
                      type="button"
                      className="min-h-6 hover:text-indigo"
                      aria-label={`Change ${row.name}`}
                      onClick={() => {
                        setOpen(row.name);
                      }}
                    >
                      change
                    </button>
                    <DeleteButton name={`the account ${row.name}`} onDelete={() => deeds.remove("account", row.name)} />
                  </span>
                ),
              },
            ]}
          />
        )}
        {open !== undefined ? (
          <AccountForm
            key={open}
            account={accounts.find((one) => one.name === open)}
            asOf={asOf}
            currency={currency}
            onClose={() => {
              setOpen(undefined);
            }}
          />
        ) : (
          <button
            type="button"
            className="control mt-3 border-indigo font-semibold text-indigo"
            onClick={() => {
              setOpen("");
            }}
          >
            Enter an account
          </button>
        )}
      </div>
    </>
  );
}

interface FormProps {
  /** Undefined for a new one. */
  readonly account: { readonly name: string; readonly body: AccountBody } | undefined;
  readonly asOf: number;
  readonly currency: string;
  readonly onClose: () => void;
}

/** An account entered, or what it is worth from another day on. */
function AccountForm({ account, asOf, currency, onClose }: FormProps) {
  const { save, busy, answer } = useItems();
  const [name, setName] = useState(account?.name ?? "");
  const [money, setMoney] = useState(account?.body.currency ?? currency);
  const [value, setValue] = useState("");
  const [from, setFrom] = useState(isoDate(asOf));
  const [percent, setPercent] = useState(String(account?.body.percent ?? 1));
  const [sent, setSent] = useState(false);
  if (sent && !busy && answer && !answer.error) queueMicrotask(onClose);
  const day = findEpochDay(from);
  return (
    <form
      aria-label={account ? `Change ${account.name}` : "New account"}
      className="mt-3 flex flex-wrap items-center gap-2 rounded-sm border border-rule bg-raised p-3 text-soft"
      onSubmit={(event) => {
        event.preventDefault();
        if (Number.isNaN(day)) return;
        const others = account?.body.values.filter((one) => one.day !== day) ?? [];
        const values = value.trim() === "" ? others : [...others, { day, value: Number(value) }].sort((a, b) => a.day - b.day);
        const body: AccountBody = { version: 1, currency: money, values, percent: Number(percent) };
        setSent(true);
        void save("account", name.trim(), body, account?.name ?? "");
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    >
      <input
        autoFocus
        required
        aria-label="Name of the account"
        placeholder="name"
        maxLength={60}
        className="control w-44 py-0.5 text-ink"
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <label>
        is worth{" "}
        <NumberField
          required={!account}
          aria-label="Value"
          placeholder={account ? "as it is" : "250000"}
          className="w-32"
          value={value}
          onValue={setValue}
        />
      </label>
      <input
        required
        aria-label="Currency"
        maxLength={10}
        className="control w-20 py-0.5 text-ink"
        value={money}
        onChange={(event) => {
          setMoney(event.target.value);
        }}
      />
      <label>
        from{" "}
        <input
          required
          aria-label="From"
          pattern="[0-9]{4}-[0-9]{2}-[0-9]{2}"
          title="a date as YYYY-MM-DD"
          className="control w-28 py-0.5 text-ink"
          value={from}
          onChange={(event) => {
            setFrom(event.target.value);
          }}
        />{" "}
        on
      </label>
      <label>
        ; a plan risks{" "}
        <NumberField required aria-label="Percent that a plan risks" className="w-16" value={percent} onValue={setPercent} /> %
      </label>
      <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo" disabled={busy}>
        Save
      </button>
      <button type="button" className="min-h-6 text-[12px] hover:text-indigo" onClick={onClose}>
        cancel
      </button>
      <DeedOutcome answer={answer} />
    </form>
  );
}
