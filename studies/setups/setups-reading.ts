import type { Sentence } from "@studies/define-study";
import type { UniverseOf } from "@studies/scans/universe";
import { count, fitting, list } from "@studies/words/words";
import type { Cluster } from "./clusters";
import type { SetupRow } from "./setup-columns";
import { ofKind, type AnyKind } from "./setup-words";

export const SIDES = ["either", "long", "short"] as const;
export const WITHIN = ["all", "inside", "outside"] as const;

/** Whose reward to risk must be how large. */
export interface Asked {
  readonly side: (typeof SIDES)[number];
  readonly reward: number;
}

export interface KindOfSetups {
  readonly kind: AnyKind;
  /** In the universe, and those that pass what is asked. */
  readonly found: number;
  readonly rows: readonly SetupRow[];
  readonly cluster: Cluster | undefined;
}

interface Told extends Asked {
  readonly universe: string;
  readonly of: UniverseOf;
  readonly size: number;
  readonly within: (typeof WITHIN)[number];
  readonly kind: string;
  readonly instruments: number;
  readonly kinds: readonly KindOfSetups[];
}

const MOST_KINDS = 3;

/** What is set up, how many of them offer enough, and where they gather. */
export function setupsReading({ universe, of, size, within, instruments, kinds, side, reward, kind }: Told): Sentence[] {
  const noun = of === "indexes" ? "index" : of.slice(0, -1);
  const among = `${within === "all" ? "" : `${within} the focus `}in ${universe}`;
  if (size === 0) return [[`No ${noun} belongs to ${universe} at this close.`]];
  const own = kinds.filter((k) => k.found > 0 && (kind === "" || k.kind === kind));
  if (instruments === 0 || own.length === 0)
    return [[`Nothing ${among} is set up for the next session${kind === "" ? "" : `: no ${kind}`}.`]];
  const most = [...own].sort((a, b) => b.found - a.found).slice(0, MOST_KINDS);
  const passing = new Set(own.flatMap((k) => k.rows.map((row) => row.ticker))).size;
  const first: Sentence = [
    { figure: count(instruments, noun, of) },
    ` of ${size} ${among} ${instruments === 1 ? "is" : "are"} set up for the next session, ${instruments === 1 ? "" : "above all "}${list(most.map((k) => ofKind(k.found, k.kind)))}`,
    ".",
  ];
  const second: Sentence[] =
    reward === 0
      ? []
      : [
          [
            { figure: passing === 0 ? "None" : String(passing) },
            ` of them ${passing === 1 ? "offers" : "offer"} at least ${reward === 1 ? "as much as" : `${reward} times`} the risk${side === "either" ? "" : ` to the ${side} side`}.`,
          ],
        ];
  const clusters = [...own]
    .filter((k) => k.cluster)
    .sort((a, b) => b.cluster!.inGroup - a.cluster!.inGroup)
    .slice(0, 2)
    .map((k): Sentence => [{ figure: `${k.cluster!.inGroup} of ${ofKind(k.found, k.kind)}` }, ` are in ${k.cluster!.name}.`]);
  return fitting([first, ...second, ...clusters]);
}
