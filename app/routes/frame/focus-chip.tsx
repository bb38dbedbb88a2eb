import { X } from "lucide-react";
import { Popover } from "radix-ui";
import { useEffect } from "react";
import { Link, useFetcher } from "react-router";
import { labelOfKey } from "@studies/sets/group-key";
import { count } from "@studies/words/words";
import { hrefOf, useHere, useHrefWith } from "~/here";

interface FocusTwin {
  readonly result?: { readonly stocks: number; readonly groups: readonly { readonly key: string; readonly stocks: number }[] };
}

/** What is in focus and how many stocks it holds as of the date; pressed, it can be edited. */
export function FocusChip() {
  const here = useHere();
  const hrefWith = useHrefWith();
  const fetcher = useFetcher<FocusTwin>();
  const { load } = fetcher;
  const question = here.focus.length === 0 ? "" : hrefOf({ ...here, focus: [] }, "/data/focus", { group: here.focus });
  useEffect(() => {
    if (question !== "") void load(question);
  }, [question, load]);
  const result = fetcher.data?.result;
  const known = result?.groups.length === here.focus.length ? result : undefined;
  const label =
    here.focus.length === 0 ? "nothing" : here.focus.length === 1 ? labelOfKey(here.focus[0]!) : `${here.focus.length} groups`;
  return (
    <Popover.Root>
      <Popover.Trigger
        className="control flex max-w-56 items-center gap-1 whitespace-nowrap"
        title="What is in focus; press to edit"
      >
        <span className="text-soft">Focus:</span>
        <span className={here.focus.length > 0 ? "truncate font-semibold" : "truncate"}>{label}</span>
        {here.focus.length > 0 && <span className="text-soft">· {known ? known.stocks : "…"}</span>}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="z-50 w-80 rounded-sm border border-rule bg-raised p-4"
          aria-label="Focus"
        >
          {here.focus.length === 0 ? (
            <p>
              Nothing is in focus. In{" "}
              <Link className="figure-link" to={hrefOf(here, "/groups")}>
                Groups
              </Link>
              , press Space on a row or its mark to put a group into the focus; the screens that select stocks then work inside
              it.
            </p>
          ) : (
            <>
              <p className="mb-2 text-soft">{known ? `${count(known.stocks, "stock")} as of this session` : "Counting…"}</p>
              <ul className="divide-y divide-rule border-y border-rule">
                {here.focus.map((key) => (
                  <li key={key} className="flex items-center justify-between gap-2 py-1.5">
                    <Link className="hover:text-indigo" to={hrefOf(here, "/groups", { in: key })}>
                      {labelOfKey(key)}
                    </Link>
                    <span className="flex items-center gap-2 text-soft">
                      {known?.groups.find((g) => g.key === key)?.stocks ?? ""}
                      <Link
                        to={hrefWith({ focus: here.focus.filter((k) => k !== key) })}
                        preventScrollReset
                        aria-label={`Take ${labelOfKey(key)} out of the focus`}
                        className="hover:text-rust"
                      >
                        <X size={14} aria-hidden />
                      </Link>
                    </span>
                  </li>
                ))}
              </ul>
              <p className="mt-3 flex justify-between">
                <span className="flex flex-col gap-1">
                  <Link className="figure-link" to={hrefOf(here, "/groups", { in: "focus" })}>
                    Their stocks, ranked
                  </Link>
                  <Link className="figure-link" to={hrefOf(here, "/breadth", { group: "focus" })}>
                    Their breadth
                  </Link>
                  <Link className="figure-link" to={hrefOf(here, "/rotation", { set: "stock", in: "focus" })}>
                    Their rotation
                  </Link>
                </span>
                <Link className="figure-link" to={hrefWith({ focus: undefined })} preventScrollReset>
                  Clear
                </Link>
              </p>
            </>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
