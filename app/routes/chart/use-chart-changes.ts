import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { useUndo } from "~/ui/use-undo";
import { addressOfArrangement, type Arrangement } from "./arrangements";

type Changes = Readonly<Record<string, string | readonly string[] | undefined>>;

/** What stands in the address of a chart, as it is. */
export interface ChartAddress {
  readonly plot: readonly string[];
  readonly with: readonly string[];
  readonly window: string | undefined;
  /** Ids of drawings that are hidden. */
  readonly hide: readonly string[];
  readonly sampling: string;
  readonly history: string;
  readonly scale: string;
}

/** What is on the chart changed by way of the address, each change to be undone and done again. */
export function useChartChanges(ticker: string, now: ChartAddress) {
  const navigate = useNavigate();
  const { note, undo, redo, told } = useUndo(ticker);
  const set = (changes: Changes) => void navigate(hrefNowWith(changes), { replace: true, preventScrollReset: true });
  const change = (changes: Changes, words: string) => {
    const before = Object.fromEntries(Object.keys(changes).map((key) => [key, now[key as keyof ChartAddress]]));
    const was = "plot" in before ? { ...before, plot: plotParam(now.plot) } : before;
    set(changes);
    note({
      words,
      undo: () => {
        set(was);
      },
      redo: () => {
        set(changes);
      },
    });
  };
  return {
    told,
    undo,
    redo,
    note,
    setPlots: (next: readonly string[], words: string) => {
      change({ plot: plotParam(next) }, words);
    },
    setCompared: (next: readonly string[], words: string) => {
      change({ with: next }, words);
    },
    setWindow: (next: string | undefined, words: string) => {
      change({ window: next }, words);
    },
    toggleHidden: (id: string) => {
      const isHidden = now.hide.includes(id);
      const next = isHidden ? now.hide.filter((own) => own !== id) : [...now.hide, id];
      change({ hide: next }, `A drawing was ${isHidden ? "shown" : "hidden"}`);
    },
    apply: (arrangement: Arrangement) => {
      change(addressOfArrangement(arrangement), `${arrangement.name} was applied`);
    },
  };
}

/** A list without plots has to be said, or it would be that with which charts begin. */
function plotParam(plots: readonly string[]): readonly string[] {
  return plots.length === 0 ? ["none"] : [...new Set(plots)];
}
