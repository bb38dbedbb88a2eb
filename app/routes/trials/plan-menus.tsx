import { useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import { date } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { ChoiceList } from "~/ui/choice-list";
import { InlineMenu } from "~/ui/inline-menu";
import { WordPopover } from "~/ui/word-popover";

/* Words of the control sentences of trials that several views share. */

export const sorted = (values: readonly number[]) => [...new Set(values)].sort((a, b) => a - b);

export function TopMenu({ value }: { readonly value: number }) {
  return (
    <InlineMenu
      label="How many"
      param="top"
      value={String(value)}
      choices={sorted([0, 1, 3, 5, 10, 20, 30, 50, value]).map((n) => ({
        value: String(n),
        label: n === 0 ? "all that pass" : `the top ${n}`,
      }))}
    />
  );
}

interface UntilProps {
  readonly hold: number;
  /** Date of the exit, in place of sessions held. */
  readonly until: string | undefined;
}

/** For how long: so many sessions, or to a date. */
export function HoldOrUntilMenu({ hold, until }: UntilProps) {
  const navigate = useNavigate();
  const choose = (changes: Readonly<Record<string, string | undefined>>) =>
    void navigate(hrefNowWith({ ...changes, cell: undefined }), { preventScrollReset: true });
  return (
    <WordPopover label="Held" shown={until === undefined ? sessionsWords(hold) : `to ${until}`} width="w-56">
      {(close) => (
        <>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              const typed = new FormData(event.currentTarget).get("until");
              close();
              choose({ until: typeof typed === "string" && typed !== "" ? typed : undefined });
            }}
          >
            <DateField label="To a date" name="until" value={until ?? ""} />
          </form>
          <ChoiceList
            label="Sessions held"
            value={until === undefined ? String(hold) : ""}
            choices={holdChoices(hold)}
            onChoose={(next) => {
              close();
              choose({ hold: next, until: undefined });
            }}
          />
        </>
      )}
    </WordPopover>
  );
}

const sessionsWords = (h: number) => (h === 0 ? "to the close of the day" : h === 1 ? "1 session" : `${h} sessions`);
const holdChoices = (value: number) =>
  sorted([0, 1, 5, 10, 21, 42, 63, 126, value]).map((h) => ({ value: String(h), label: sessionsWords(h) }));

export function HoldMenu({ value }: { readonly value: number }) {
  return <InlineMenu label="Held" param="hold" value={String(value)} choices={holdChoices(value)} />;
}

export function CostMenu({ value }: { readonly value: number }) {
  return (
    <InlineMenu
      label="Cost"
      param="cost"
      value={String(value)}
      choices={sorted([0, 5, 10, 20, 50, value]).map((bp) => ({
        value: String(bp),
        label: bp === 0 ? "no cost" : `${bp} bp a side`,
      }))}
    />
  );
}

interface BenchProps {
  readonly value: string;
  readonly name: string;
  readonly instruments: readonly { readonly ticker: string; readonly name: string }[];
}

/** Against what: an index of the market or abroad. */
export function BenchMenu({ value, name, instruments }: BenchProps) {
  const navigate = useNavigate();
  return (
    <WordPopover label="Benchmark" shown={name} width="w-72">
      {(close) => (
        <ChoiceList
          label="Benchmarks"
          value={value}
          choices={[{ value: "index", label: "the usual one" }, ...instruments.map((i) => ({ value: i.ticker, label: i.name }))]}
          onChoose={(next) => {
            close();
            void navigate(hrefNowWith({ bench: next === "index" ? undefined : next }), { preventScrollReset: true });
          }}
        />
      )}
    </WordPopover>
  );
}

interface SinceProps {
  /** As `YYYY-MM-DD`, undefined for all history. */
  readonly value: string | undefined;
  /** The as-of day. */
  readonly asOf: number;
}

/** From which date on. */
export function SinceMenu({ value, asOf }: SinceProps) {
  const navigate = useNavigate();
  const year = Number(isoDate(asOf).slice(0, 4));
  const years = [1, 3, 5, 10, 15, 20].map((n) => String(year - n));
  const choose = (from: string | undefined) =>
    void navigate(hrefNowWith({ from, cell: undefined, moments: undefined }), { preventScrollReset: true });
  const shown = value === undefined ? "the beginning" : value.endsWith("-01-01") ? value.slice(0, 4) : value;
  return (
    <WordPopover label="Since" shown={shown} width="w-56">
      {(close) => (
        <>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              const typed = new FormData(event.currentTarget).get("date");
              close();
              choose(typeof typed === "string" && typed !== "" ? typed : undefined);
            }}
          >
            <DateField label={`A date, at the latest ${date(asOf)}`} name="date" value={value ?? ""} />
          </form>
          <ChoiceList
            label="Beginnings"
            value={value ?? ""}
            choices={[{ value: "", label: "the beginning" }, ...years.map((y) => ({ value: `${y}-01-01`, label: y }))]}
            onChoose={(next) => {
              close();
              choose(next === "" ? undefined : next);
            }}
          />
        </>
      )}
    </WordPopover>
  );
}

interface DateFieldProps {
  readonly label: string;
  readonly name: string;
  readonly value: string;
}

/** A date that is typed; Enter takes it. */
export function DateField({ label, name, value }: DateFieldProps) {
  return (
    <label className="block text-soft">
      {label}
      <input
        name={name}
        defaultValue={value}
        pattern="[0-9]{4}-[0-9]{2}-[0-9]{2}"
        title="YYYY-MM-DD"
        placeholder="YYYY-MM-DD"
        autoComplete="off"
        className="control mt-1 w-full text-ink"
      />
    </label>
  );
}
