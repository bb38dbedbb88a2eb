import clsx from "clsx";
import { fixed } from "@studies/words/words";

interface Props {
  /** 0 to 100; NaN for none. */
  readonly percent: number;
  readonly before: number;
  readonly strong: boolean;
  readonly slim?: boolean;
}

/** A share as a bar, with a mark where it stood a week ago. */
export function ShareBar({ percent, before, strong, slim = false }: Props) {
  return (
    <div aria-hidden className={clsx("relative bg-track", slim ? "h-3" : "h-5")}>
      {!Number.isNaN(percent) && (
        <div className={clsx("absolute inset-y-0 left-0 bg-teal", !strong && "opacity-70")} style={{ width: `${percent}%` }} />
      )}
      {!Number.isNaN(before) && (
        <div
          className="absolute -inset-y-0.5 w-px bg-ink"
          style={{ left: `${before}%` }}
          title={`a week ago ${fixed(before)}%`}
        />
      )}
    </div>
  );
}
