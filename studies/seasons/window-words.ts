import type { Sentence } from "@studies/define-study";
import { none, percent } from "@studies/words/words";

interface Found {
  /** Starts and holds that are hits, and how many would be by chance. */
  readonly hits: number;
  readonly expected: number;
  readonly heldOut: { readonly hits: number; readonly cases: number; readonly base: number };
}

/** What must be said beside every number of windows: how many by chance, and how such windows came out in years held out. */
export function chanceSentences({ hits, expected, heldOut }: Found): Sentence[] {
  const { cases, base } = heldOut;
  return [
    [
      "With every start day and length counted by itself ",
      { figure: none(hits) },
      expected < 1
        ? " did so; by chance fewer than one would."
        : ` did so; by chance ${Math.round(expected).toLocaleString("en-GB")} would, in one case of ten twice that.`,
    ],
    cases === 0
      ? ["No such window was found in the years before the last three, which are held out."]
      : [
          "Held out over three years, such windows were right in ",
          { figure: percent(heldOut.hits / cases, 0) },
          ` of ${cases.toLocaleString("en-GB")} cases against ${percent(base, 0)}.`,
        ],
  ];
}
