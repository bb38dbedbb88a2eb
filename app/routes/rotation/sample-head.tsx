import clsx from "clsx";
import type { KeyboardEvent, PointerEvent } from "react";
import { date } from "@studies/words/words";
import type { Samples } from "./use-samples";

/** The samples that the ribbon has columns for. */
export interface Columns {
  readonly from: number;
  readonly count: number;
}

/** The last samples, or, when one stands before them, as many from that one on. */
export function columnsOf({ at, last }: Pick<Samples, "at" | "last">, wanted: number): Columns {
  const count = Math.max(1, Math.min(last + 1, wanted));
  return { from: Math.max(0, Math.min(last + 1 - count, at)), count };
}

/**
 * What a pointer on the columns means: press and drag to look, let go to stay. For what holds the rows, which change their
 * order meanwhile; each strip of columns in it is marked `data-columns`.
 */
export function dragging(samples: Samples, { from, count }: Columns) {
  const sampleAt = (event: PointerEvent) => {
    const { left, width } = event.currentTarget.querySelector("[data-columns]")!.getBoundingClientRect();
    const share = (event.clientX - left) / width;
    return from + Math.max(0, Math.min(count - 1, Math.floor(share * count)));
  };
  const isHeld = (event: PointerEvent) => event.currentTarget.hasPointerCapture(event.pointerId);
  return {
    onPointerDown(event: PointerEvent) {
      if (event.button !== 0 || !(event.target as Element).closest("[data-columns]")) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      samples.look(sampleAt(event));
    },
    onPointerMove(event: PointerEvent) {
      if (isHeld(event)) samples.look(sampleAt(event));
    },
    onPointerUp(event: PointerEvent) {
      if (isHeld(event)) samples.goTo(sampleAt(event));
    },
  };
}

interface Props {
  readonly samples: Samples;
  readonly columns: Columns;
  readonly days: Int32Array;
  readonly sampleName: string;
  readonly inProgress: boolean;
}

/** The head of the ribbon's columns: the date that is shown, over the column it is of. Arrows step, Space plays. */
export function SampleHead({ samples, columns, days, sampleName, inProgress }: Props) {
  const { first, last, at, playing, goTo, step, play } = samples;
  if (last < 0) return null;
  const onKeyDown = (event: KeyboardEvent) => {
    const page = 13;
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageUp: page, PageDown: -page }[event.key];
    if (by !== undefined) step(by);
    else if (event.key === "Home") goTo(first);
    else if (event.key === "End") goTo(last);
    else if (event.key === " ") play();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const place = (at - columns.from + 0.5) / columns.count;
  const said = `${date(days[at]!)}${inProgress && at === last ? ", not over" : ""}`;
  // Near an end the date stands at it, else over the mark.
  const end = place > 0.8 ? "right-0" : place < 0.2 ? "left-0" : undefined;
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`The ${sampleName} that is shown`}
      aria-valuemin={first}
      aria-valuemax={last}
      aria-valuenow={at}
      aria-valuetext={`${said}${playing ? ", playing" : ""}`}
      onKeyDown={onKeyDown}
      data-columns
      className="relative h-9 cursor-ew-resize touch-none -outline-offset-2 select-none"
    >
      <span
        className={clsx(
          "absolute top-0 font-semibold whitespace-nowrap",
          end ?? "-translate-x-1/2",
          at < last ? "text-amber" : "text-ink",
        )}
        style={end ? undefined : { left: `${100 * place}%` }}
      >
        {said}
      </span>
      <span className="absolute inset-x-0 bottom-[7px] border-t border-soft/50" />
      <svg
        aria-hidden
        width={13}
        height={14}
        viewBox="0 0 13 14"
        className="absolute bottom-0 -translate-x-1/2"
        style={{ left: `${100 * place}%` }}
      >
        <path d="M1 1 h11 v6 l-5.5 6 l-5.5 -6 z" fill="var(--indigo)" />
      </svg>
    </div>
  );
}
