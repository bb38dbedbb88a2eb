import clsx from "clsx";
import { X } from "lucide-react";
import { useLocation, useNavigate } from "react-router";
import { isUnderWay } from "~/here";
import { setRoutine, useRoutineUnderWay } from "~/ui/routine-under-way";
import { useBriefs } from "~/ui/use-briefs";
import { useKeys } from "~/ui/use-keys";

const pathOf = (href: string) => new URL(href, "http://here").pathname;

/** Under the time bar while a routine is worked through: how far one has got, and the way to the next screen. */
export function RoutineLine() {
  const routine = useRoutineUnderWay();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const deeds = useBriefs();
  const isHome = routine !== undefined && pathOf(routine.home) === pathname;
  const go = (by: number) => {
    if (!routine) return false;
    const { stops, at, id } = routine;
    // From the brief one comes back to the stop in hand, unless one is on the way there already.
    const isStaying = isHome && !isUnderWay();
    const to = isStaying ? at : at + by;
    // One that was passed before its screen had come was not seen.
    const isPassed = isUnderWay() && pathOf(stops[at]!.href) !== pathname;
    if (!isStaying && by > 0 && !isPassed) void deeds.seen(id, stops[at]!.parts);
    if (to < 0) return true;
    if (to >= stops.length) {
      setRoutine(undefined);
      void navigate(routine.home);
      return true;
    }
    setRoutine({ ...routine, at: to });
    void navigate(stops[to]!.href);
    return true;
  };
  useKeys({ n: () => go(1), "Shift+N": () => go(-1) });
  if (!routine) return null;
  const { stops, at, name } = routine;
  const stop = stops[at]!;
  const isLast = at === stops.length - 1;
  return (
    <nav
      aria-label="Routine"
      className="flex items-center gap-4 border-b border-rule bg-raised px-6 py-1 text-[12px] print:hidden"
    >
      <ol aria-hidden className="flex w-40 gap-0.5">
        {stops.map((one, k) => (
          <li
            key={k}
            className={clsx("h-1 flex-1 rounded-full", k < at ? "bg-ink" : k === at ? "bg-indigo" : "bg-track")}
            title={one.name}
          />
        ))}
      </ol>
      <p className="min-w-0 truncate" role="status">
        <b className="font-semibold">{name}</b>, {at + 1} of {stops.length}: {stop.name}
      </p>
      <p className="ml-auto flex shrink-0 items-center gap-4 text-soft">
        <span>
          <kbd>p</kbd> takes what is seen here over
        </span>
        <button type="button" className="min-h-6 link" onClick={() => go(1)}>
          {isHome ? `on with ${stop.name}` : isLast ? "to the brief" : `on to ${stops[at + 1]!.name}`} <kbd>n</kbd>
        </button>
        <button
          type="button"
          aria-label="Leave the routine"
          title="Leave the routine"
          className="grid size-6 place-items-center hover:text-indigo"
          onClick={() => {
            setRoutine(undefined);
          }}
        >
          <X size={14} aria-hidden />
        </button>
      </p>
    </nav>
  );
}
