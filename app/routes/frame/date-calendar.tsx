import { enGB } from "date-fns/locale/en-GB";
import { DayPicker } from "react-day-picker";
import type { SessionCalendar } from "~/calendar";

interface Props {
  readonly calendar: SessionCalendar;
  /** Epoch day in view. */
  readonly asOf: number;
  readonly onPick: (day: number) => void;
}

const CELL = "size-8 rounded-sm text-center hover:bg-track";

/** A month of sessions to pick one from; days without a session cannot be picked. */
export default function DateCalendar({ calendar, asOf, onPick }: Props) {
  const isSession = (date: Date) => {
    const day = dayOf(date);
    return day >= calendar.first && calendar.at(day) === day;
  };
  return (
    <DayPicker
      mode="single"
      required
      locale={enGB}
      weekStartsOn={1}
      captionLayout="dropdown"
      autoFocus
      startMonth={dateOf(calendar.first)}
      endMonth={dateOf(calendar.latest)}
      defaultMonth={dateOf(asOf)}
      selected={dateOf(asOf)}
      disabled={(date) => !isSession(date)}
      onSelect={(date) => {
        onPick(dayOf(date));
      }}
      classNames={{
        root: "relative text-[13px]",
        months: "relative",
        month_caption: "flex h-8 items-center pr-16",
        dropdowns: "flex gap-2",
        dropdown_root: "relative",
        dropdown: "control bg-raised px-1",
        caption_label: "hidden",
        nav: "absolute top-0 right-0 flex",
        button_previous: "grid size-8 place-items-center hover:text-indigo aria-disabled:opacity-40",
        button_next: "grid size-8 place-items-center hover:text-indigo aria-disabled:opacity-40",
        chevron: "size-4 fill-current",
        weekday: "h-7 font-normal text-soft",
        day_button: CELL,
        selected: "rounded-sm bg-chosen font-semibold text-indigo",
        disabled: "text-soft/50 [&_button]:hover:bg-transparent",
        outside: "invisible",
      }}
    />
  );
}

/** Days of the picker are those of the clock at hand. */
function dateOf(day: number): Date {
  const utc = new Date(day * 86_400_000);
  return new Date(utc.getUTCFullYear(), utc.getUTCMonth(), utc.getUTCDate());
}

function dayOf(date: Date): number {
  return Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / 86_400_000;
}
