import { PanelRight, X } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { Link, useFetcher, useLocation, useNavigate } from "react-router";
import { date } from "@studies/words/words";
import { hereNow, hrefOf, withHere } from "~/here";
import { DeedOutcome } from "~/ui/deed-outcome";
import { RemovedItem } from "~/ui/removed-item";
import { useHereAt } from "~/ui/use-here-at";
import { useBriefs } from "~/ui/use-briefs";
import { useKeys } from "~/ui/use-keys";
import type { loader as pinsLoader, PinAnswer } from "../pins";

const SHOWS = { reading: "reading", sentence: "one sentence", table: "table", picture: "picture" } as const;

/** The tray at the right edge: what was pinned and is on its way into a brief. */
export function Tray() {
  const [open, setOpen] = useState(false);
  useKeys({
    "Shift+P": () => {
      setOpen(!open);
    },
  });
  return (
    <Dialog.Root modal={false} open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="control flex items-center px-1.5 py-1.5" aria-label="Tray" title="Tray (Shift P)">
        <PanelRight size={15} aria-hidden />
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          className="fixed top-14 right-0 bottom-0 z-30 w-80 overflow-y-auto border-l border-rule bg-raised p-4 print:hidden"
          aria-describedby={undefined}
          onInteractOutside={(event) => {
            // It stays beside the screen that is worked on.
            event.preventDefault();
          }}
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="heading">Tray</Dialog.Title>
            <Dialog.Close aria-label="Close the tray" className="grid size-6 place-items-center">
              <X size={15} aria-hidden />
            </Dialog.Close>
          </div>
          <Pins />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

type Taken = Awaited<ReturnType<typeof pinsLoader>>["pins"][number];

function Pins() {
  const listed = useFetcher<typeof pinsLoader>();
  const taken = useFetcher<PinAnswer>();
  const deeds = useBriefs();
  const navigate = useNavigate();
  const hereAt = useHereAt();
  const { pathname } = useLocation();
  const [removed, setRemoved] = useState<Taken>();
  const { load } = listed;
  useEffect(() => {
    void load("/pins");
  }, [load]);
  const pins = listed.data?.pins;
  const submit = (fields: Record<string, string>) => void taken.submit(fields, { method: "post", action: "/pins" });
  const putBack = removed && !pins?.some(({ id }) => id === removed.id) && (
    <RemovedItem
      className="mt-2"
      name={removed.pin.name}
      words="was taken out of the tray"
      onPutBack={() => {
        setRemoved(undefined);
        submit({ pin: JSON.stringify(removed.pin) });
      }}
    />
  );
  if (!pins) return <p className="mt-3 text-soft">…</p>;
  if (pins.length === 0)
    return (
      <>
        {putBack}
        <p className="mt-3">The tray is empty.</p>
        <p className="mt-1 text-soft">
          <kbd>p</kbd> takes what is in hand on any screen: the reading, or the table, picture, plan or call that has the
          keyboard. “Pin” beside the files of a screen offers all that it has. From here it goes into a brief.
        </p>
      </>
    );
  const inBrief = /^\/briefs\/([a-z0-9]{8,40})$/.exec(pathname)?.[1];
  const ids = pins.map((one) => one.id);
  return (
    <>
      {putBack}
      <ul className="mt-2">
        {pins.map(({ id, pin }) => (
          <li key={id} className="flex items-baseline justify-between gap-2 border-b border-rule/70 py-1">
            {pin.of === "answer" ? (
              <Link className="min-w-0 hover:text-indigo" to={withHere(pin.href, hereAt(pin.market, pin.asOf))}>
                <span className="font-semibold">{pin.name}</span>, {SHOWS[pin.show]}
                <span className="block text-[12px] text-soft">{date(pin.asOf)}</span>
              </Link>
            ) : (
              <span className="min-w-0">
                <span className="font-semibold">{pin.of === "plan" ? `Plan ${pin.name}` : `Call ${pin.name}`}</span>
                <span className="block text-[12px] text-soft">{date(pin.asOf)}</span>
              </span>
            )}
            <button
              type="button"
              aria-label={`Take ${pin.name} out of the tray`}
              className="grid size-6 shrink-0 place-items-center text-soft hover:text-indigo"
              onClick={() => {
                setRemoved({ id, pin });
                submit({ intent: "remove", ids: String(id) });
              }}
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <DeedOutcome answer={deeds.answer} />
      <p className="mt-3">
        {inBrief ? (
          <button
            type="button"
            className="control border-indigo font-semibold text-indigo"
            disabled={deeds.busy}
            onClick={() => void deeds.place(inBrief, ids)}
          >
            Put {pins.length === 1 ? "it" : `all ${pins.length}`} into this brief
          </button>
        ) : (
          <>
            <button type="button" className="figure-link" onClick={() => void navigate(hrefOf(hereNow(), "/briefs"))}>
              Open a brief
            </button>{" "}
            <span className="text-soft">to put {pins.length === 1 ? "it" : "them"} there.</span>
          </>
        )}
      </p>
    </>
  );
}
