import { count } from "@studies/words/words";

interface Props {
  readonly answer:
    | {
        readonly error?: string;
        readonly details?: readonly string[];
        readonly imported?: { readonly added: number; readonly known: number; readonly leftOut?: number };
      }
    | undefined;
  /** Whether what was done is to be said [only what was taken in]. */
  readonly isSaved?: boolean;
  /** Within a line of controls. */
  readonly isInline?: boolean;
}

const MOST_DETAILS = 6;

/** Says what came of a deed: that it was saved, what was taken in from a file, or why nothing was done. */
export function DeedOutcome({ answer, isSaved, isInline = false }: Props) {
  const { imported, error, details } = answer ?? {};
  // In a line it is there before it says anything, so that it is heard when it does.
  const isWaiting = isInline && isSaved !== undefined;
  const place = isInline ? "" : "mb-2 block";
  return (
    <>
      {(imported !== undefined || isSaved || isWaiting) && (
        <span role="status" className={`text-teal ${place}`}>
          {imported ? takenWords(imported) : isSaved ? "It is saved." : ""}
        </span>
      )}
      {error !== undefined && (
        <span role="alert" className={`text-rust ${place}`}>
          {[error, ...(details ?? []).slice(0, MOST_DETAILS)].join(" ")}
        </span>
      )}
    </>
  );
}

function takenWords({ added, known, leftOut = 0 }: { added: number; known: number; leftOut?: number }): string {
  const parts = [
    `${added} taken in`,
    ...(known > 0 ? [`${known} here already, which ${known === 1 ? "stays as it is" : "stay as they are"}`] : []),
    ...(leftOut > 0 ? [`${count(leftOut, "row")} of plans left out: those come with a JSON file of plans`] : []),
  ];
  return `${parts.join(", ")}.`;
}
