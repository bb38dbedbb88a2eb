import { ArrowDown, ArrowUp } from "lucide-react";
import { Popover } from "radix-ui";
import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import type { Column } from "./column";

interface Props<Row> {
  /** All that there are, the first of which is always shown. */
  readonly all: readonly Column<Row>[];
  /** Those that are shown, in their order. */
  readonly shown: readonly Column<Row>[];
  /** Whether the address says which. */
  readonly isChosen: boolean;
  readonly param: string;
}

/** Chooses which columns a table has, and in which order; the choice stands in the address. */
export function ColumnMenu<Row>({ all, shown, isChosen, param }: Props<Row>) {
  const navigate = useNavigate();
  const keys = shown.slice(1).map((c) => c.key);
  const show = (next: readonly string[] | undefined) =>
    void navigate(hrefNowWith({ [param]: next?.join(",") }), { replace: true, preventScrollReset: true });
  const moved = (key: string, by: number) => {
    const from = keys.indexOf(key);
    const next = keys.filter((k) => k !== key);
    next.splice(from + by, 0, key);
    return next;
  };
  const rest = all.slice(1).filter((c) => !keys.includes(c.key));
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-6 hover:text-indigo">choose columns</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Columns"
          className="z-50 w-72 rounded-sm border border-rule bg-raised p-3"
        >
          <ul className="max-h-72 overflow-y-auto">
            {[...shown.slice(1), ...rest].map((c) => {
              const place = keys.indexOf(c.key);
              return (
                <li key={c.key} className="flex items-center justify-between gap-2">
                  <label className="flex min-h-6 items-center gap-2" title={c.about}>
                    <input
                      type="checkbox"
                      checked={place >= 0}
                      onChange={() => {
                        show(place >= 0 ? keys.filter((k) => k !== c.key) : [...keys, c.key]);
                      }}
                    />
                    {c.label}
                  </label>
                  {place >= 0 && (
                    <span className="flex">
                      <Move
                        label={`${c.label} earlier`}
                        isOff={place === 0}
                        onPress={() => {
                          show(moved(c.key, -1));
                        }}
                      >
                        <ArrowUp aria-hidden size={14} />
                      </Move>
                      <Move
                        label={`${c.label} later`}
                        isOff={place === keys.length - 1}
                        onPress={() => {
                          show(moved(c.key, 1));
                        }}
                      >
                        <ArrowDown aria-hidden size={14} />
                      </Move>
                    </span>
                  )}
                </li>
              );
            })}
          </ul>
          <button
            type="button"
            className="control mt-2"
            disabled={!isChosen}
            onClick={() => {
              show(undefined);
            }}
          >
            As they were
          </button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface MoveProps {
  readonly label: string;
  readonly isOff: boolean;
  readonly onPress: () => void;
  readonly children: React.ReactNode;
}

function Move({ label, isOff, onPress, children }: MoveProps) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={isOff}
      onClick={onPress}
      className="grid size-6 place-items-center text-soft hover:text-indigo disabled:opacity-30"
    >
      {children}
    </button>
  );
}
