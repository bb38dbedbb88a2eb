import { useState } from "react";
import { Form, useSubmit } from "react-router";
import { ConfirmDialog } from "~/ui/confirm-dialog";

/** Asks before data are removed. */
function ConfirmRemoval({
  title,
  children,
  fields,
  trigger,
}: {
  readonly title: string;
  readonly children: React.ReactNode;
  /** What is posted when the answer is yes. */
  readonly fields: Readonly<Record<string, string>>;
  readonly trigger: React.ReactNode;
}) {
  const submit = useSubmit();
  return (
    <ConfirmDialog
      title={title}
      deed="Remove"
      isRemoval
      before={<BackupLink className="link mr-auto">Save a backup first</BackupLink>}
      trigger={trigger}
      onConfirm={() => submit(fields, { method: "post" })}
    >
      {children}
    </ConfirmDialog>
  );
}

const UNDO = "It can be put back under “Latest changes” until ten later ones have come.";

/** Saves the whole database as a file. */
export function BackupLink({ className, children }: { className: string; children: React.ReactNode }) {
  return (
    <a href="/backup" download className={className}>
      {children}
    </a>
  );
}

export function RemoveMarket({ market, name }: { market: string; name: string }) {
  return (
    <ConfirmRemoval
      title={`Remove ${name}?`}
      fields={{ intent: "remove-market", market }}
      trigger={
        <button type="button" className="min-h-6 text-soft hover:text-rust" aria-label={`Remove the market ${name}`}>
          remove
        </button>
      }
    >
      All its instruments with their bars, memberships, fundamentals and holidays go. {UNDO}
    </ConfirmRemoval>
  );
}

/** An instrument by its ticker, or the bars of some days of a market. */
export function Removals({ markets }: { markets: readonly { readonly market: string; readonly name: string }[] }) {
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Remove</h2>
      <RemoveInstrument />
      <RemoveSpan markets={markets} />
    </section>
  );
}

function RemoveInstrument() {
  const [ticker, setTicker] = useState("");
  const wanted = ticker.trim();
  return (
    <Form
      className="mt-2 flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
      }}
    >
      <label className="flex items-center gap-2 text-soft">
        an instrument, ticker
        <input
          value={ticker}
          maxLength={40}
          className="control w-32 text-ink"
          onChange={(event) => {
            setTicker(event.target.value);
          }}
        />
      </label>
      <ConfirmRemoval
        title={`Remove ${wanted}?`}
        fields={{ intent: "remove-instrument", ticker: wanted }}
        trigger={
          <button type="button" disabled={wanted === ""} className="control">
            Remove…
          </button>
        }
      >
        Its bars, memberships and fundamentals go. {UNDO}
      </ConfirmRemoval>
    </Form>
  );
}

const DATE = /^\d{4}-\d{2}-\d{2}$/;

function RemoveSpan({ markets }: { markets: readonly { readonly market: string; readonly name: string }[] }) {
  const [market, setMarket] = useState(markets[0]?.market ?? "");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const isWhole = DATE.test(from) && DATE.test(to);
  const name = markets.find((m) => m.market === market)?.name ?? market;
  const day = (label: string, value: string, set: (value: string) => void) => (
    <label className="flex items-center gap-1.5 text-soft">
      {label}
      <input
        value={value}
        placeholder="2026-03-14"
        pattern="\d{4}-\d{2}-\d{2}"
        maxLength={10}
        className="control w-28 text-ink placeholder:text-soft/70"
        onChange={(event) => {
          set(event.target.value);
        }}
      />
    </label>
  );
  return (
    <Form
      className="mt-2 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
      }}
    >
      <label className="flex items-center gap-1.5 text-soft">
        days of
        <select
          value={market}
          className="control py-0.5 text-ink"
          onChange={(event) => {
            setMarket(event.target.value);
          }}
        >
          {markets.map((m) => (
            <option key={m.market} value={m.market}>
              {m.name}
            </option>
          ))}
        </select>
      </label>
      {day("from", from, setFrom)}
      {day("to", to, setTo)}
      <ConfirmRemoval
        title={`Remove ${name} from ${from} to ${to}?`}
        fields={{ intent: "remove-span", market, from, to }}
        trigger={
          <button type="button" disabled={!isWhole} className="control">
            Remove days…
          </button>
        }
      >
        The bars of all its instruments on those days go. {UNDO}
      </ConfirmRemoval>
    </Form>
  );
}
