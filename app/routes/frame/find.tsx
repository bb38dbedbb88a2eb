import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { useFetcher, useNavigate } from "react-router";
import { date } from "@studies/words/words";
import type { FindAnswer } from "~/routes/find";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { useKeys } from "~/ui/use-keys";
import { findDate } from "./find-date";
import { SCREENS } from "~/screens";

const ITEM =
  "flex cursor-pointer items-baseline justify-between gap-3 rounded-sm px-2.5 py-1.5 data-[selected=true]:bg-chosen data-[selected=true]:text-indigo";
const GROUP =
  "[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11px] [&_[cmdk-group-heading]]:text-soft";

/** Finds instruments, groups, screens and actions by name. */
export function Find() {
  const [open, setOpen] = useState(false);
  const here = useHere();
  const navigate = useNavigate();
  const { calendar, goTo } = useFrameValue();
  const fetcher = useFetcher<FindAnswer>();
  const { load } = fetcher;
  const question = hrefOf({ ...here, focus: [] }, "/find");
  useEffect(() => {
    if (open) void load(question);
  }, [open, question, load]);
  const toggle = () => {
    setOpen((was) => !was);
  };
  useKeys({ "Control+k": toggle, "Meta+k": toggle }, "everywhere");
  const go = (href: string) => {
    setOpen(false);
    void navigate(href);
  };
  const [text, setText] = useState("");
  const typed = findDate(text);
  const entries = fetcher.data?.entries ?? [];
  const groups = entries.filter((e) => e.key.includes(":"));
  const instruments = entries.filter((e) => !e.key.includes(":"));
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="control flex items-center gap-2">
        Find <kbd className="rounded-sm border border-rule px-1 text-[10px] text-soft">Ctrl K</kbd>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-ink/20" />
        <Dialog.Content
          className="fixed top-24 left-1/2 z-50 w-[560px] max-w-[92vw] -translate-x-1/2 rounded-sm border border-rule bg-raised"
          aria-describedby={undefined}
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Command label="Find" loop>
            <Command.Input
              value={text}
              onValueChange={setText}
              placeholder="A stock, index, sector, list, screen, action or date such as 14 mar 2020"
              className="w-full border-b border-rule bg-transparent px-4 py-3 text-[15px] outline-none"
            />
            <Command.List className="max-h-[52vh] overflow-y-auto p-2">
              <Command.Empty className="px-2.5 py-4 text-soft">
                {fetcher.state === "idle" ? "Nothing by that name is known at this date." : "Looking…"}
              </Command.Empty>
              {typed !== undefined && calendar && (
                <Command.Group heading="Date" className={GROUP} forceMount>
                  <Command.Item
                    value={text}
                    forceMount
                    className={ITEM}
                    onSelect={() => {
                      setOpen(false);
                      goTo(typed);
                    }}
                  >
                    As of {date(calendar.at(typed))}
                    <span className="text-soft">{calendar.at(typed) === typed ? "" : "the session on or before that day"}</span>
                  </Command.Item>
                </Command.Group>
              )}
              <Command.Group heading="Screens" className={GROUP}>
                {SCREENS.map((s) => (
                  <Command.Item
                    key={s.path}
                    value={`${s.name} screen`}
                    className={ITEM}
                    onSelect={() => {
                      go(hrefOf(here, s.path));
                    }}
                  >
                    {s.name} <span className="text-soft">{s.about}</span>
                  </Command.Item>
                ))}
              </Command.Group>
              <Command.Group heading="Actions" className={GROUP}>
                <Command.Item
                  className={ITEM}
                  onSelect={() => {
                    setOpen(false);
                    if (calendar) goTo(calendar.latest);
                  }}
                >
                  To the latest session
                </Command.Item>
                <Command.Item
                  className={ITEM}
                  onSelect={() => {
                    go(hrefOf({ ...here, focus: [] }, "/groups"));
                  }}
                >
                  Clear the focus
                </Command.Item>
              </Command.Group>
              {groups.length > 0 && (
                <Command.Group heading="Groups" className={GROUP}>
                  {groups.map((e) => (
                    <Command.Item
                      key={e.key}
                      value={`${e.name} ${e.kind}`}
                      className={ITEM}
                      onSelect={() => {
                        go(hrefOf(here, "/groups", { in: e.key }));
                      }}
                    >
                      {e.name} <span className="text-soft">{e.note || e.kind}</span>
                    </Command.Item>
                  ))}
                </Command.Group>
              )}
              {instruments.length > 0 && (
                <Command.Group heading="Instruments" className={GROUP}>
                  {instruments.map((e) => (
                    <Command.Item
                      key={e.key}
                      value={`${e.key} ${e.name}`}
                      className={ITEM}
                      onSelect={() => {
                        go(
                          hrefOf(
                            e.market === undefined ? here : { ...here, market: e.market, focus: [] },
                            `/chart/${encodeURIComponent(e.key)}`,
                          ),
                        );
                      }}
                    >
                      <span>
                        <b className="font-semibold">{e.key}</b> {e.name}
                      </span>
                      <span className="text-soft">
                        {[e.note || e.kind, e.marketName ?? ""].filter((t) => t !== "").join(", ")}
                      </span>
                    </Command.Item>
                  ))}
                </Command.Group>
              )}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
