interface Props {
  readonly answer:
    | {
        readonly error?: string;
        readonly details?: readonly string[];
        readonly imported?: { readonly added: number; readonly known: number };
      }
    | undefined;
}

/** Says what came of a deed: what was taken in from a file, or why nothing was done. */
export function DeedOutcome({ answer }: Props) {
  const { imported, error, details } = answer ?? {};
  return (
    <>
      {imported && (
        <p role="status" className="mb-2 text-teal">
          {imported.added} taken in{imported.known > 0 ? `, ${imported.known} were here already and stay as they are` : ""}.
        </p>
      )}
      {error && (
        <p role="alert" className="mb-2 text-rust">
          {error} {details?.slice(0, 6).join(" ")}
        </p>
      )}
    </>
  );
}
