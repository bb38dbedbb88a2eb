import type { AnsweredPart } from "@server/briefs/answered-part.server";
import { routineStops } from "@studies/briefs/begin-brief";
import { isLive, type SavedBrief } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import type { Sentence } from "@studies/define-study";
import { capital, count, date, none } from "@studies/words/words";

interface Told {
  readonly brief: SavedBrief;
  readonly answers: ReadonlyMap<string, AnsweredPart>;
  readonly calls: readonly CallRow[];
  /** Session of what it is set against. */
  readonly before: number | undefined;
}

/** How far one has got, what differs from the last one, and what became of the calls that fell due since. */
export function briefReading({ brief, answers, calls, before }: Told): Sentence[] {
  const live = brief.parts.filter(isLive);
  if (live.length === 0)
    return [
      [
        "Nothing of the screens is in this brief yet: ",
        { figure: "p" },
        " on any of them pins what is in hand, and the tray brings it here.",
      ],
    ];
  const stops = routineStops(brief.parts);
  const seen = stops.filter((stop) => stop.isSeen).length;
  const compared = live.filter((part) => answers.get(part.id)?.changes);
  const changed = compared.filter((part) => answers.get(part.id)!.changes!.isChanged).length;
  const asked: Sentence =
    stops.length === 0
      ? [{ figure: count(live.length, "part") }, ` as of ${date(brief.asOf)}`]
      : seen === stops.length
        ? [stops.length === 1 ? "Its screen was seen" : `All ${stops.length} screens were seen`, ` as of ${date(brief.asOf)}`]
        : stops.length === 1
          ? [`Its screen was not seen yet as of ${date(brief.asOf)}`]
          : [
              { figure: `${capital(none(seen))} of ${count(stops.length, "screen")}` },
              ` ${seen === 1 ? "was" : "were"} seen as of ${date(brief.asOf)}`,
            ];
  const differ: Sentence =
    // How many differ is told once all were asked.
    before === undefined || compared.length === 0 || live.some((part) => !answers.has(part.id))
      ? ["."]
      : [
          "; ",
          { figure: none(changed) },
          ` of ${count(compared.length, "part")} ${changed === 1 ? "differs" : "differ"} from ${date(before)}.`,
        ];
  return [[...asked, ...differ], ...(before === undefined ? [] : dueSince(calls, before, brief.asOf))];
}

/** Calls that fell due after a session, up to another. */
function dueSince(calls: readonly CallRow[], since: number, until: number): Sentence[] {
  const due = calls.filter((row) => row.state === "scored" && row.due > since && row.due <= until);
  const right = due.filter((row) => row.isRight).length;
  if (due.length === 0) return [];
  if (due.length === 1) return [["The call that fell due since was ", { figure: right === 1 ? "right" : "wrong" }, "."]];
  return [
    [`Of ${due.length} calls that fell due since, `, { figure: none(right) }, right === 1 ? " was right." : " were right."],
  ];
}
