import type { useFetcher } from "react-router";
import type { IncomingState } from "@server/ingest/incoming.server";
import { DeedOutcome } from "~/ui/deed-outcome";
import { count } from "@studies/words/words";

export type Deeds = ReturnType<typeof useFetcher<{ error?: string; details?: readonly string[] }>>;

interface Props {
  readonly incoming: IncomingState;
  readonly isBusy: boolean;
  readonly fetcher: Deeds;
  /** Whether a change of what is imported is on its way. */
  readonly isChanging: () => boolean;
}

/** The presses that import the files, or put them away. */
export function ImportPresses({ incoming, isBusy, fetcher, isChanging }: Props) {
  const { dryRun } = incoming;
  const faults = dryRun?.problemCount ?? 0;
  const isReady = dryRun !== undefined && !isBusy && fetcher.state === "idle";
  return (
    <fetcher.Form
      method="post"
      onSubmit={(event) => {
        // Leaving a field for this press has sent what was written in it: that is tried first.
        if (isChanging()) event.preventDefault();
      }}
      className="mt-3 flex flex-wrap items-center gap-2"
    >
      <input type="hidden" name="intent" value="import" />
      <button type="submit" disabled={!isReady || faults > 0} className="control border-indigo font-semibold text-indigo">
        Import
      </button>
      {faults > 0 && dryRun?.isUsable && (
        <button
          type="submit"
          name="which"
          value="good"
          disabled={!isReady}
          className="control border-indigo font-semibold text-indigo"
        >
          Import the good rows, leave out {count(faults, "row")}
        </button>
      )}
      <button type="button" className="control" onClick={() => void fetcher.submit({ intent: "discard" }, { method: "post" })}>
        Put the files away
      </button>
      <span className="text-soft">
        {faults > 0 ? "All or nothing, unless the rows with a problem are left out." : "It can be undone on the Data screen."}
      </span>
      {fetcher.data?.error !== undefined && (
        <div className="basis-full">
          <DeedOutcome answer={fetcher.data} />
        </div>
      )}
    </fetcher.Form>
  );
}
