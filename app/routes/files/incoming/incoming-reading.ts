import type { IncomingState } from "@server/ingest/incoming.server";
import type { Sentence } from "@studies/define-study";
import { count, none } from "@studies/words/words";

/** What the files would bring, in a sentence or two. */
export function incomingReading({ given, forms, own, unreadable, dryRun, job }: IncomingState): Sentence[] {
  const lack = forms.find((form) => form.lack !== undefined)?.lack;
  if (lack !== undefined) return [[{ figure: count(given, "file") }, ` cannot be tried yet. ${lack}`]];
  if (job.state === "running")
    return [
      [
        { figure: count(given, "file") },
        given === 1 ? " is being looked at; nothing is changed yet." : " are being looked at; nothing is changed yet.",
      ],
    ];
  if (!dryRun)
    return [
      [
        forms.length + own.length === 0 && unreadable.length > 0
          ? "None of the files can be read; nothing was changed."
          : "The files were not tried; nothing was changed.",
      ],
    ];
  const { bars, newTickers, problemCount, first, last } = dryRun;
  const brings: Sentence =
    bars.added + bars.same + bars.changed > 0
      ? [
          { figure: count(bars.added, "bar") },
          ` would be added and ${none(bars.changed)} changed, `,
          ...(first === last ? [`all of ${first ?? ""}`] : [`from ${first ?? ""} to ${last ?? ""}`]),
          "; ",
          { figure: count(newTickers.total, "instrument") },
          newTickers.total === 1 ? " is new." : " are new.",
        ]
      : [`They would bring ${dryRun.words || "nothing"}.`];
  return [
    brings,
    problemCount > 0
      ? [{ figure: count(problemCount, "row") }, problemCount === 1 ? " has a problem." : " have a problem."]
      : ["Nothing is changed until you import."],
  ];
}
