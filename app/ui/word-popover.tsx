import { Popover } from "radix-ui";
import { useState, type ReactNode } from "react";
import { MENU } from "./menu-classes";

interface Props {
  readonly label: string;
  /** The word of the sentence that opens it. */
  readonly shown: string;
  /** Classes for its width. */
  readonly width: string;
  readonly children: (close: () => void) => ReactNode;
}

/** A word of the control sentence behind which more stands than a menu holds: a field, and what is offered under it. */
export function WordPopover({ label, shown, width, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`${label}: ${shown}`}
        className="border-b border-dotted border-indigo font-semibold text-indigo"
      >
        {shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className={`${MENU} ${width} p-3`} align="start" sideOffset={4} aria-label={label}>
          {children(() => {
            setOpen(false);
          })}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
