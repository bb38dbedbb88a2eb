import { Command } from "cmdk";
import { Popover } from "radix-ui";
import { useEffect, useRef, type ComponentProps, type ReactNode } from "react";

interface Props<Reading> {
  readonly text: string;
  /** Whether what was typed is to be answered. */
  readonly isOpen: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly readings: readonly Reading[];
  /** The sentence of a reading; no two have the same. */
  readonly keyOf: (reading: Reading) => string;
  readonly show: (reading: Reading) => ReactNode;
  readonly onChoose: (reading: Reading) => void;
  /** Said where the text means nothing here. */
  readonly hint: string;
  /** The field, a `Command.Input`, with what stands around it. */
  readonly children: ReactNode;
  readonly className?: string;
  /** Classes of a reading. */
  readonly itemClassName?: string;
  readonly contentClassName: string;
  readonly side?: ComponentProps<typeof Popover.Content>["side"];
  readonly align?: ComponentProps<typeof Popover.Content>["align"];
}

/** What a field in which one types as one thinks is read as, offered beside it: arrows walk the readings, Enter takes one. */
export function TypedReadings<Reading>(props: Props<Reading>) {
  const { text, isOpen, onOpen, readings, keyOf, show, onChoose, hint, children, className, itemClassName = "" } = props;
  const field = useRef<HTMLDivElement>(null);
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    list.current?.scrollTo(0, 0);
  }, [text]);
  return (
    <Popover.Root open={isOpen} onOpenChange={onOpen}>
      <Command shouldFilter={false} loop className={className}>
        <Popover.Anchor asChild>
          <div ref={field}>{children}</div>
        </Popover.Anchor>
        {/* What the field says that it controls is there while nothing is offered, too. */}
        {!isOpen && <Command.List hidden />}
        <Popover.Portal>
          <Popover.Content
            side={props.side}
            align={props.align ?? "start"}
            sideOffset={4}
            onOpenAutoFocus={(event) => {
              event.preventDefault();
            }}
            onInteractOutside={(event) => {
              if (field.current?.contains(event.target as Node)) event.preventDefault();
            }}
            className={`z-50 max-w-[90vw] rounded-sm border border-rule bg-raised p-1 ${props.contentClassName}`}
          >
            <Command.List ref={list}>
              {readings.length === 0 && <p className="px-2.5 py-2 text-soft">{hint}</p>}
              {readings.map((reading) => (
                <Command.Item
                  key={keyOf(reading)}
                  value={keyOf(reading)}
                  onSelect={() => {
                    onChoose(reading);
                  }}
                  className={`cursor-pointer rounded-sm px-2.5 py-1.5 data-[selected=true]:bg-chosen data-[selected=true]:text-indigo ${itemClassName}`}
                >
                  {show(reading)}
                </Command.Item>
              ))}
            </Command.List>
          </Popover.Content>
        </Popover.Portal>
      </Command>
    </Popover.Root>
  );
}
