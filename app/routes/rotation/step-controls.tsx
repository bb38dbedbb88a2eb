import { Pause, Play, SkipForward, StepBack, StepForward, type LucideIcon } from "lucide-react";
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
  return (
    <div role="group" aria-label="Samples" className="mt-1 flex items-center gap-1.5">
      <Step
        label="One sample back"
        icon={StepBack}
        disabled={at <= first}
        onPress={() => {
          onStep(at - 1);
        }}
      />
      <Step label={playing ? "Pause" : "Play"} icon={playing ? Pause : Play} onPress={onPlay} />
      <Step
        label="One sample on"
        icon={StepForward}
        disabled={at >= last}
        onPress={() => {
          onStep(at + 1);
        }}
      />
      <Step
        label="Latest sample"
        icon={SkipForward}
        disabled={at >= last}
        onPress={() => {
          onStep(last);
        }}
      />
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

function Step({
  label,
  icon: Icon,
  disabled = false,
  onPress,
}: {
  label: string;
  icon: LucideIcon;
  disabled?: boolean;
  onPress: () => void;
}) {
  return (
    <button type="button" className="control px-1.5 py-1" aria-label={label} title={label} disabled={disabled} onClick={onPress}>
      <Icon size={14} aria-hidden />
    </button>
  );
}
