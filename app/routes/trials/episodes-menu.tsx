import { useNavigate } from "react-router";
import { LANES } from "@core/timing/lane-names";
import type { EpisodeKind } from "@studies/trials/episodes";
import { hrefNowWith } from "~/here";
import { ChoiceList } from "~/ui/choice-list";
import { WordPopover } from "~/ui/word-popover";

export interface NamedRules {
  readonly name: string;
  /** Parameters of an address that ask for it. */
  readonly params: Readonly<Record<string, string>>;
}

interface Props {
  readonly value: { readonly at: EpisodeKind; readonly lane: string; readonly dates: string; readonly number: number };
  readonly shown: string;
  readonly systems: readonly NamedRules[];
  readonly situations: readonly NamedRules[];
}

/** What every choice sets anew. */
const NONE = {
  ...{ at: undefined, lane: undefined, up: undefined, down: undefined, on: undefined, situation: undefined },
  ...{ dates: undefined, number: undefined, moments: undefined, cell: undefined },
};

/** After what something is bought: re-entries, turns, occurrences, dates. */
export function EpisodesMenu({ value, shown, systems, situations }: Props) {
  const navigate = useNavigate();
  const go = (params: Readonly<Record<string, string | undefined>>) =>
    void navigate(hrefNowWith({ ...NONE, ...params }), { preventScrollReset: true });
  const named = [
    ...systems.map((s) => ({ value: `system:${s.name}`, label: `each up turn of “${s.name}” (own system)`, params: s.params })),
    ...situations.map((s) => ({ value: `situation:${s.name}`, label: `each “${s.name}” (situation)`, params: s.params })),
  ];
  return (
    <WordPopover label="Moments" shown={shown} width="w-96">
      {(close) => {
        const take = (params: Readonly<Record<string, string | undefined>>) => {
          close();
          go(params);
        };
        return (
          <>
            <ChoiceList
              label="Moments"
              value={value.at === "lane" ? `lane:${value.lane}` : value.at}
              choices={[
                { value: "re-entries", label: "each re-entry after a wash-out" },
                ...LANES.map((lane) => ({ value: `lane:${lane}`, label: `each up turn of the lane ${lane}` })),
                ...named.map(({ value: own, label }) => ({ value: own, label })),
              ]}
              onChoose={(next) => {
                const own = named.find((one) => one.value === next);
                if (own) take(own.params);
                else take(next === "re-entries" ? {} : { at: "lane", lane: next.slice("lane:".length) });
              }}
            />
            <form
              className="mt-3 border-t border-rule pt-2"
              onSubmit={(event) => {
                event.preventDefault();
                const data = new FormData(event.currentTarget);
                take({ at: "sessions", number: fieldOf(data, "number"), from: fieldOf(data, "first") || undefined });
              }}
            >
              <p className="flex flex-wrap items-baseline gap-1.5 text-soft">
                each of
                <input
                  name="number"
                  type="number"
                  min={1}
                  max={60}
                  defaultValue={value.number}
                  aria-label="How many sessions"
                  className="control w-14 py-0.5 text-ink"
                />
                sessions from
                <input
                  name="first"
                  pattern="[0-9]{4}-[0-9]{2}-[0-9]{2}"
                  title="YYYY-MM-DD"
                  placeholder="YYYY-MM-DD"
                  autoComplete="off"
                  aria-label="First session"
                  className="control w-28 py-0.5 text-ink"
                />
                <button type="submit" className="font-semibold text-indigo">
                  take
                </button>
              </p>
            </form>
            <form
              className="mt-3 border-t border-rule pt-2"
              onSubmit={(event) => {
                event.preventDefault();
                take({ at: "dates", dates: fieldOf(new FormData(event.currentTarget), "dates") });
              }}
            >
              <label className="block text-soft">
                Dates as YYYY-MM-DD, with commas between
                <input name="dates" defaultValue={value.dates} autoComplete="off" className="control mt-1 w-full text-ink" />
              </label>
            </form>
          </>
        );
      }}
    </WordPopover>
  );
}

function fieldOf(data: FormData, name: string): string {
  const value = data.get(name);
  return typeof value === "string" ? value : "";
}
