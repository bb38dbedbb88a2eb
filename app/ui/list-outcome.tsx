interface Props {
  readonly deeds: {
    readonly isSaved: boolean;
    readonly answer: { readonly error?: string; readonly details?: readonly string[] } | undefined;
  };
}

/** Whether a list (or an alert) was kept, or what is wrong with it. */
export function ListOutcome({ deeds: { isSaved, answer } }: Props) {
  return (
    <>
      <span role="status" className="text-teal">
        {isSaved ? "It is kept." : ""}
      </span>
      {answer?.error && (
        <span role="alert" className="text-rust">
          {answer.error} {answer.details?.join(" ")}
        </span>
      )}
    </>
  );
}
