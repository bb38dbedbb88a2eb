import type { Sentence } from "@studies/define-study";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import type { PastEvent, RotationRow } from "./rotation-row";
import { count, fitting, list, percent, signed } from "@studies/words/words";

interface Told {
  readonly set: PeerSet;
  readonly inName: string;
  readonly sampleName: string;
  readonly benchmarkName: string;
  readonly benchmarkKind: string;
  readonly inProgress: boolean;
  readonly rows: readonly RotationRow[];
  readonly phases: readonly { readonly phase: string; readonly value: number }[];
  readonly events: readonly PastEvent[];
}

/** What the dial shows, in words: who leads and in which phase, what turned, how much is ahead, whether ahead means rising. */
export function rotationSentences(r: Told): Sentence[] {
  const { one, many } = PEER_SETS[r.set];
  const known = r.rows.filter((m) => m.phase !== "");
  const within = r.inName === "" ? "" : ` of ${r.inName}`;
  if (r.rows.length === 0) return [[`There are no ${many}${within} at this date.`]];
  if (known.length === 0) {
    const all =
      r.rows.length === 1
        ? `The only ${one}${within} does not have`
        : `None of the ${count(r.rows.length, one, many)}${within} has`;
    return [[`${all} the history that relative trend and momentum need.`]];
  }
  const [first, last] = [known[0]!, known[known.length - 1]!];
  const now = (m: RotationRow) => m.trend.at(-1)!;
  const standing = (m: RotationRow) => `${signed(now(m))}σ`;
  const sentences: Sentence[] = [];
  if (known.length === 1) {
    sentences.push([`${first.name} stands at `, { figure: standing(first) }, ` against ${r.benchmarkName}, ${said(first)}.`]);
  } else {
    sentences.push([
      `Of the ${count(known.length, one, many)}${within} ${first.name} stands highest against ${r.benchmarkName}, at `,
      { figure: standing(first) },
      `, ${said(first)}; ${last.name} lowest at `,
      { figure: standing(last) },
      `, ${said(last)}.`,
    ]);
  }
  const ahead = known.filter((m) => now(m) >= 0);
  const worth = r.phases.filter((p) => p.phase.startsWith("ahead")).reduce((sum, p) => sum + p.value, 0);
  const falling = ahead.filter((m) => (m.flatTrend.at(-1) ?? NaN) < 0);
  const rests: Sentence = [
    {
      figure:
        ahead.length === 0
          ? "None"
          : ahead.length === known.length
            ? `All ${known.length}`
            : `${ahead.length} of ${known.length}`,
    },
    ahead.length < 2 ? ` is ahead` : ` are ahead`,
    ...(Number.isNaN(worth) || ahead.length === 0 || ahead.length === known.length
      ? []
      : [", worth ", { figure: percent(worth, 0) }, " of market value"]),
    r.benchmarkKind === "flat" || ahead.length === 0
      ? "."
      : falling.length === 0
        ? `; ${ahead.length === 1 ? "it also rises" : "all of them also rise"} against a flat line.`
        : `; ${whoFalls(falling.length, ahead.length)} against a flat line${2 * falling.length >= ahead.length ? ": leading is not rising" : ""}.`,
  ];
  sentences.push(rests);
  if (r.inProgress) sentences.push([`The ${r.sampleName} is not over: phases and directions are provisional.`]);
  const happened = whatHappened(r.events, r.sampleName);
  return happened === "" ? sentences : fitting([...sentences, [happened]]);
}

function said({ phase }: RotationRow): string {
  return phase.replace(", ", " and ");
}

function whoFalls(falling: number, ahead: number): string {
  if (ahead === 1) return "it falls";
  return `${falling === ahead ? "all" : falling} of them ${falling === 1 ? "falls" : "fall"}`;
}

/** Turns and failed moves of the last finished sample, else of the latest before it. */
export function whatHappened(events: readonly PastEvent[], sampleName: string): string {
  const latest = events[0]?.ago;
  if (latest === undefined || latest > 3) return "";
  const when =
    latest === 0
      ? `In the last finished ${sampleName} `
      : latest === 1
        ? `One ${sampleName} earlier `
        : `${latest} ${sampleName}s earlier `;
  const told = (kind: PastEvent["kind"], text: (names: string, plural: boolean) => string) => {
    const names = events.filter((e) => e.ago === latest && e.kind === kind).map((e) => e.name);
    const shown = names.length > 2 ? [names[0]!, `${names.length - 1} more`] : names;
    return names.length === 0 ? [] : [text(list(shown), names.length > 1)];
  };
  const parts = [
    ...told("took the lead", (names) => `${names} took the lead`),
    ...told("fell behind", (names) => `${names} fell behind`),
    ...told("failed recovery", (names) => `the recovery of ${names} failed`),
    ...told("failed slip", (names) => `${names} eased and gained again`),
    ...told("turn", (names) => `${names} turned`),
  ];
  return `${when}${parts.slice(0, 2).join("; ")}.`;
}
