import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { useFrameValue } from "~/frame-context";
import { hereNow, hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { deleteInHand } from "~/ui/delete-button";
import { useKeys } from "~/ui/use-keys";
import { focusMain } from "./arrival";
import { KEYS } from "./keys";
import { COURSE, SCREENS } from "~/screens";

/** The keys that work on every screen, and the page that names them. */
export function Shortcuts() {
  const { calendar, goTo, step } = useFrameValue();
  const navigate = useNavigate();
  const here = useHere();
  const wayBack = useWayBack();
  const [open, setOpen] = useState(false);
  // Says that the page answers to keys and menus now, and which entry of the history it shows, for whoever drives it by program.
  const { key } = useLocation();
  useEffect(() => {
    document.documentElement.dataset["ready"] = "true";
    document.documentElement.dataset["shown"] = key;
  }, [key]);
  const help = () => {
    setOpen(true);
  };
  const close = () => {
    setOpen(false);
  };
  useKeys({
    ...Object.fromEntries(
      SCREENS.map(({ letter, path }) => [`g ${letter}`, () => void navigate(hrefOf(hereNow(), path))] as const),
    ),
    "?": help,
    "Shift+?": help,
    m: () => focusMain(),
    Backspace: () => wayBack(undefined),
    Delete: () => deleteInHand(document.activeElement),
    "[": () => {
      step(-1);
    },
    "]": () => {
      step(1);
    },
    "\\": () => {
      if (calendar) goTo(calendar.latest);
    },
  });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-ink/20" />
        <Dialog.Content
          className="fixed top-[6dvh] left-1/2 z-50 max-h-[88dvh] w-[720px] max-w-[92vw] -translate-x-1/2 overflow-y-auto rounded-sm border border-rule bg-raised p-5"
          aria-describedby={undefined}
        >
          <Dialog.Title className="font-serif text-lg">The course, and the keys</Dialog.Title>
          <p className="mt-1 text-soft">
            <Link className="figure-link" to={hrefOf(here, "/guide")} onClick={close}>
              How the work goes
            </Link>
            , step by step on the data in view: {COURSE.map(({ part }) => part.toLowerCase()).join(", ")}.{" "}
            <Link className="figure-link" to={hrefOf(here, "/help")} onClick={close}>
              Every word that is used here
            </Link>
            , with what it means.
          </p>
          <dl className="mt-3 grid grid-cols-[150px_1fr] gap-y-1">
            {KEYS.map(([keys, does]) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd className="text-soft">{does}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
