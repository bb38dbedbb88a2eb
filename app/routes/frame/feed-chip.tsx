import clsx from "clsx";
import { Popover } from "radix-ui";
import { useFetcher } from "react-router";
import { count, date } from "@studies/words/words";
import type { FeedAnswer } from "~/routes/feed";
import { useFrameValue } from "~/frame-context";

const SPEEDS = [10, 5, 2, 1];

/** The simulated feed: where it stands, and how the next session is delivered. */
export function FeedChip() {
  const { feed } = useFrameValue();
  const fetcher = useFetcher<FeedAnswer>();
  if (!feed) return null;
  const { left, next, step, steps, clock } = feed;
  const underWay = step > 0;
  const send = (fields: Record<string, string>) => void fetcher.submit(fields, { method: "post", action: "/feed" });
  const busy = fetcher.state !== "idle";
  return (
    <Popover.Root>
      <Popover.Trigger
        className={clsx("control whitespace-nowrap", underWay && "border-(--amber-edge) font-semibold text-amber")}
        title="The simulated feed; press to deliver a session"
      >
        Feed{underWay ? ` ${step}/${steps}` : clock === undefined ? "" : " runs"}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Feed"
          className="z-50 w-80 rounded-sm border border-rule bg-raised p-4"
        >
          <p>
            {left === 0 || next === undefined
              ? "Every session of the reserve has been delivered."
              : underWay
                ? `The session of ${date(next)} is in progress: ${step} of ${steps} steps. Its figures are provisional until its close.`
                : `The next session is ${date(next)}; ${count(left, "session")} are in the reserve.`}
          </p>
          {left > 0 && (
            <>
              <p className="mt-3 flex gap-2">
                <button
                  type="button"
                  disabled={busy}
                  className="control border-indigo font-semibold text-indigo"
                  onClick={() => {
                    send({ intent: "close" });
                  }}
                >
                  {underWay ? "Deliver its close" : "Deliver the session"}
                </button>
                <button
                  type="button"
                  disabled={busy}
                  className="control"
                  onClick={() => {
                    send({ intent: "step" });
                  }}
                >
                  One step
                </button>
              </p>
              <label className="mt-3 flex items-center gap-2 text-soft">
                clock
                <select
                  className="control"
                  value={clock ?? ""}
                  onChange={(event) => {
                    send({ intent: "clock", clock: event.target.value });
                  }}
                >
                  <option value="">stands</option>
                  {SPEEDS.map((s) => (
                    <option key={s} value={s}>
                      a step every {s === 1 ? "second" : `${s} seconds`}
                    </option>
                  ))}
                </select>
              </label>
            </>
          )}
          <p role="alert" className="mt-2 text-rust">
            {fetcher.data?.error}
          </p>
          <p className="mt-1 text-[12px] text-soft">
            A stand-in for a data vendor: sessions come from the reserve of the demo world.
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
