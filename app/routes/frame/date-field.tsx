import { CalendarDays, ChevronLeft, ChevronRight, ChevronsRight } from "lucide-react";
import { Popover } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import type { SessionCalendar } from "~/calendar";
import { useFrameValue } from "~/frame-context";

/** The as-of date to be typed, with steps of a session and the way back to the latest. */
export function DateField() {
  const { asOf } = useFrameValue();
  // A new date in view starts the field afresh; what is being typed stays until it is entered.
  return asOf === undefined ? null : <Field key={asOf} asOf={asOf} />;
}

function Field({ asOf }: { asOf: number }) {
  const { calendar, goTo, step } = useFrameValue();
  const [text, setText] = useState(isoDate(asOf));
  if (!calendar) return null;
  const day = findEpochDay(text);
  const wrong = Number.isNaN(day) || day < calendar.first;
  const latest = asOf === calendar.latest;
  return (
    <form
      className="flex items-center"
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) goTo(day);
      }}
    >
      <button
        type="button"
        className="grid size-6 place-items-center text-soft hover:text-indigo"
        aria-label="One session back ( [ )"
        title="One session back ( [ )"
        onClick={() => {
          step(-1);
        }}
      >
        <ChevronLeft size={15} aria-hidden />
      </button>
      <input
        aria-label="As-of date, year-month-day"
        aria-invalid={wrong}
        title={wrong ? `A date such as 2026-03-14, not before ${isoDate(calendar.first)}` : "As-of date; Enter shows it"}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
        spellCheck={false}
        className={`control w-[88px] px-1.5 text-center ${wrong ? "border-rust text-rust" : latest ? "" : "border-(--amber-edge) font-semibold text-amber"}`}
      />
      <PickDate calendar={calendar} asOf={asOf} onPick={goTo} />
      <button
        type="button"
        disabled={latest}
        className="grid size-6 place-items-center text-soft hover:text-indigo disabled:opacity-40"
        aria-label="One session on ( ] )"
        title="One session on ( ] )"
        onClick={() => {
          step(1);
        }}
      >
        <ChevronRight size={15} aria-hidden />
      </button>
      <button
        type="button"
        disabled={latest}
        className="grid size-6 place-items-center text-soft hover:text-indigo disabled:opacity-40"
        aria-label="To the latest session ( \ )"
        title="To the latest session ( \ )"
        onClick={() => {
          goTo(calendar.latest);
        }}
      >
        <ChevronsRight size={15} aria-hidden />
      </button>
    </form>
  );
}

const DateCalendar = lazy(() => import("./date-calendar"));

/** Opens a month of sessions; its code comes when it is first opened. */
function PickDate({ calendar, asOf, onPick }: { calendar: SessionCalendar; asOf: number; onPick: (day: number) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className="grid size-6 place-items-center text-soft hover:text-indigo"
        aria-label="Pick the as-of date from a calendar"
        title="Pick the as-of date from a calendar"
      >
        <CalendarDays size={15} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="center"
          sideOffset={6}
          aria-label="Calendar of sessions"
          className="z-50 min-h-64 min-w-60 rounded-sm border border-rule bg-raised p-3"
        >
          <Suspense fallback={null}>
            <DateCalendar
              calendar={calendar}
              asOf={asOf}
              onPick={(day) => {
                setOpen(false);
                onPick(day);
              }}
            />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
