interface Props {
  readonly answer:
    | {
        readonly error?: string;
        readonly details?: readonly string[];
        readonly imported?: { readonly added: number; readonly known: number };
      }
    | undefined;
  /** Whether what was done is to be said [only what was taken in]. */
  readonly isSaved?: boolean;
  /** Within a line of controls. */
  readonly isInline?: boolean;
}

const MOST_DETAILS = 6;

/** Says what came of a deed: that it was saved, what was taken in from a file, or why nothing was done. */
export function DeedOutcome({ answer, isSaved = false, isInline = false }: Props) {
  const { imported, error, details } = answer ?? {};
  const place = isInline ? "" : "mb-2 block";
  return (
    <>
      {(imported ?? isSaved) && (
        <span role="status" className={`text-teal ${place}`}>
          {imported
            ? `${imported.added} taken in${imported.known > 0 ? `, ${imported.known} were here already and stay as they are` : ""}.`
            : "It is saved."}
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
