import { Pause, Play, SkipForward, StepBack, StepForward } from "lucide-react";
import { date } from "@studies/words";

interface Props {
  readonly days: Int32Array;
  readonly at: number;
  readonly first: number;
  readonly playing: boolean;
  readonly inProgress: boolean;
  readonly onStep: (to: number) => void;
  readonly onPlay: () => void;
}

/** Steps and plays through past samples; the slider shows where in them one is. */
export function StepControls({ days, at, first, playing, inProgress, onStep, onPlay }: Props) {
  const last = days.length - 1;
  if (last < 1) return null;
  const button = "control px-1.5 py-1";
  return (
    <div role="group" aria-label="Samples" className="mt-1 flex items-center gap-1.5">
      <button
        type="button"
        className={button}
        aria-label="One sample back"
        disabled={at <= first}
        onClick={() => {
          onStep(at - 1);
        }}
      >
        <StepBack size={14} aria-hidden />
      </button>
      <button type="button" className={button} aria-label={playing ? "Pause" : "Play"} onClick={onPlay}>
        {playing ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
      </button>
      <button
        type="button"
        className={button}
        aria-label="One sample on"
        disabled={at >= last}
        onClick={() => {
          onStep(at + 1);
        }}
      >
        <StepForward size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={button}
        aria-label="Latest sample"
        disabled={at >= last}
        onClick={() => {
          onStep(last);
        }}
      >
        <SkipForward size={14} aria-hidden />
      </button>
      <input
        type="range"
        aria-label="Sample"
        aria-valuetext={date(days[at]!)}
        min={first}
        max={last}
        value={at}
        onChange={(event) => {
          onStep(Number(event.target.value));
        }}
        className="min-w-0 flex-1 accent-indigo"
      />
      <span className={at < last ? "w-24 text-right font-semibold text-amber" : "w-24 text-right text-soft"}>
        {date(days[at]!)}
        {at === last && inProgress && <span className="sr-only">, in progress</span>}
      </span>
    </div>
  );
}
