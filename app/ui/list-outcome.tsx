import type { useLists } from "./use-lists";

/** Whether a list was kept, or what is wrong with it. */
export function ListOutcome({ deeds: { isSaved, answer } }: { readonly deeds: ReturnType<typeof useLists> }) {
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
