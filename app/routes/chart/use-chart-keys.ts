import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { useKeys } from "~/ui/use-keys";
import { KEYED, type Arrangement } from "./arrangements";
import type { useChartChanges } from "./use-chart-changes";

interface Deeds {
  readonly arrangements: readonly Arrangement[];
  readonly changes: Pick<ReturnType<typeof useChartChanges>, "apply" | "undo" | "redo">;
  /** Goes to the field by which things are added. */
  readonly add: () => void;
  /** Goes so many charts on in the list; false where there is none. */
  readonly go: (by: number) => boolean;
  readonly back: () => unknown;
  /** Begins a plan; false where none can be. */
  readonly plan: () => boolean;
}

/** The keys of a chart: sampling, arrangements by number, the field, the list, undo. */
export function useChartKeys({ arrangements, changes, add, go, back, plan }: Deeds): void {
  const navigate = useNavigate();
  const sample = (sampling: string) => () => {
    void navigate(hrefNowWith({ sampling }), { replace: true, preventScrollReset: true });
  };
  const digits = arrangements.slice(0, KEYED).map((arrangement, k): [string, () => void] => [
    String(k + 1),
    () => {
      changes.apply(arrangement);
    },
  ]);
  useKeys({
    ...Object.fromEntries(digits),
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    a: add,
    b: plan,
    d: sample("daily"),
    w: sample("weekly"),
    "Shift+M": sample("monthly"),
    "$mod+z": changes.undo,
    "$mod+Shift+z": changes.redo,
    "$mod+y": changes.redo,
    Backspace: back,
  });
}
