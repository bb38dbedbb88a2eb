import { Popover } from "radix-ui";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { SwingOffered } from "@studies/period-map/period-map";
import { date, signedPercent } from "@studies/words/words";
import { hrefNowWith, useHrefWith } from "~/here";

interface Props {
  readonly from: number;
  readonly to: number;
  readonly swings: readonly SwingOffered[];
  readonly referenceName: string;
}

/** The two dates of the period: a swing of the index in words, or any two days. */
export function PeriodMenu({ from, to, swings, referenceName }: Props) {
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [dates, setDates] = useState<{ from: string; to: string }>();
  const shown = dates ?? { from: isoDate(from), to: isoDate(to) };
  const swing = swings.find((s) => s.from === from && s.to === to);
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        setOpen(next);
        if (!next) setDates(undefined);
      }}
    >
      <Popover.Trigger className="border-b border-dotted border-indigo font-semibold text-indigo" aria-label="Period">
        {swing ? `the ${swing.words.replace(/^the /, "")}` : `${date(from)} to ${date(to)}`}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="Period"
          className="z-50 w-[400px] rounded-sm border border-rule bg-raised p-3"
        >
          <h2 className="heading">The last swings of {referenceName}</h2>
          <ul className="mt-1">
            {swings.map((s) => (
              <li key={s.from}>
                <Link
                  className={`flex justify-between gap-3 px-1 py-0.5 hover:bg-track ${s === swing ? "font-semibold" : ""}`}
                  to={hrefWith({ from: isoDate(s.from), to: isoDate(s.to) })}
                  preventScrollReset
                  onClick={() => {
                    setOpen(false);
                  }}
                >
                  <span>{s.words}</span>
                  <span className={s.size >= 0 ? "text-teal" : "text-rust"}>{signedPercent(s.size)}</span>
                </Link>
              </li>
            ))}
          </ul>
          <form
            className="mt-3 flex items-end gap-2 border-t border-rule pt-3"
            onSubmit={(event) => {
              event.preventDefault();
              setOpen(false);
              void navigate(hrefNowWith({ from: shown.from, to: shown.to }), { preventScrollReset: true });
            }}
          >
            {(["from", "to"] as const).map((end) => (
              <label key={end} className="flex flex-col text-[12px] text-soft">
                {end === "from" ? "First day" : "Last day"}
                <input
                  type="date"
                  required
                  value={shown[end]}
                  onChange={(event) => {
                    setDates({ ...shown, [end]: event.target.value });
                  }}
                  className="rounded-sm border border-rule bg-paper px-2 py-1 text-[13px] text-ink"
                />
              </label>
            ))}
            <button type="submit" className="control">
              Show
            </button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
