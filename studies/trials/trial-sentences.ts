import type { Sentence } from "@studies/define-study";
import { capital, count, none, signedPercent } from "@studies/words/words";
import type { TrialAverages } from "@core";

/** The averages of a scan, with its name. */
export interface ScanAverages {
  readonly name: string;
  readonly averages: TrialAverages;
}

interface Told {
  readonly benchmark: string;
  readonly top: number;
  readonly exitWords: string;
  readonly episode: { readonly at: string; readonly one: string; readonly many: string; readonly span: string };
  readonly episodes: readonly unknown[];
  readonly rows: readonly ScanAverages[];
}

/** What came of the scans, the one that did best beyond all members first. */
export function trialSentences({ benchmark, top, exitWords, episode, episodes, rows }: Told): Sentence[] {
  if (rows.length === 0) return [["Add a scan to see what buying it would have made."]];
  if (episodes.length === 0)
    return [
      [episode.at === "dates" ? "Type dates, none of them after this one." : `There is no ${episode.one}${episode.span} yet.`],
    ];
  const judged = rows.filter(({ averages }) => averages.n > 0);
  const best = [...judged].sort((a, b) => b.averages.beyond - a.averages.beyond)[0];
  if (!best)
    return [[`Of ${count(episodes.length, episode.one, episode.many)}${episode.span} none has a purchase that is over.`]];
  const { n, net, excess, beyond, worst, ahead } = best.averages;
  const whom = top === 0 ? "all that pass" : `the top ${top} of`;
  const first: Sentence = [
    `Bought after ${n === 1 ? `1 ${episode.one}` : `each of ${n} ${episode.many}`}${episode.span} and ${exitWords}, ${whom} “${best.name}” made `,
    { figure: signedPercent(net) },
    ` on average after cost: ${signedPercent(excess)} against ${benchmark}, ahead of it in ${none(Math.round(ahead * n))} of ${n}, and `,
    { figure: signedPercent(beyond) },
    ` before cost against all members at the same moments; the worst was ${signedPercent(worst)}.`,
  ];
  if (judged.length < 2) return [first];
  const behind = judged.filter(({ averages }) => averages.beyond < 0).length;
  return [
    first,
    [
      `${capital(none(behind))} of the ${rows.length} scans did worse than all members; the best of several looks better than it is.`,
    ],
  ];
}
