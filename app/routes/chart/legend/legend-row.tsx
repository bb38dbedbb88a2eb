import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import { Explained } from "~/ui/term";

interface Props {
  readonly mark: ReactNode;
  readonly title: string;
  readonly words: ReactNode;
  readonly hidden?: boolean;
  readonly inPane?: boolean;
  readonly onHide?: () => void;
  readonly onRemove?: () => void;
  readonly onPane?: (() => void) | undefined;
  /** Opened or shut from elsewhere [by itself]. */
  readonly isOpen?: boolean;
  readonly onOpen?: (open: boolean) => void;
  /** Its parameters, to be changed in place. */
  readonly fields?: ReactNode;
}

/** A line of the legend: what it is, its value and what it says; opened, what can be done with it. */
export function LegendRow(props: Props) {
  const { mark, title, words, hidden = false, inPane = false, onHide, onRemove, onPane, fields } = props;
  const [isOpenItself, setOpenItself] = useState(false);
  const open = props.isOpen ?? isOpenItself;
  const setOpen = props.onOpen ?? setOpenItself;
  // What was just made comes opened: the keyboard goes there.
  const button = useRef<HTMLButtonElement>(null);
  const comesOpened = useRef(props.isOpen);
  useEffect(() => {
    if (comesOpened.current) button.current?.focus();
  }, []);
  const deeds: [string, (() => void) | undefined][] = [
    [hidden ? "show" : "hide", onHide],
    [inPane ? "onto the prices" : "to a pane", onPane],
    ["remove", onRemove],
  ];
  const canOpen = fields !== undefined || deeds.some(([, deed]) => deed);
  const onKeyDown = (event: KeyboardEvent) => {
    const deed = { Delete: onRemove, h: onHide }[event.key];
    if (!deed) return;
    event.preventDefault();
    event.stopPropagation();
    deed();
  };
  return (
    <li className={`border-b border-rule ${open ? "bg-chosen" : ""}`}>
      <button
        ref={button}
        type="button"
        data-legend-row
        aria-expanded={canOpen ? open : undefined}
        className="flex w-full gap-2.5 px-2 py-1.5 text-left leading-[18px] hover:text-indigo"
        onKeyDown={onKeyDown}
        onClick={() => {
          if (canOpen) setOpen(!open);
        }}
      >
        <span className="w-4.5 shrink-0 pt-px text-soft">{mark}</span>
        <span className={hidden ? "text-soft line-through" : ""}>
          <b className="font-semibold">
            <Explained text={title} />
          </b>
          : {words}
        </span>
      </button>
      {open && canOpen && (
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-2 pb-1.5 pl-9 text-[12px]">
          {fields}
          {deeds.map(
            ([label, deed]) =>
              deed && (
                <button key={label} type="button" className="py-1 link" onClick={deed}>
                  {label}
                </button>
              ),
          )}
        </div>
      )}
    </li>
  );
}
