import { Toast } from "radix-ui";
import { useCallback, useMemo, useState, type ReactNode } from "react";
import { useFetcher } from "react-router";
import { useFrameValue } from "~/frame-context";
import type { PinAnswer } from "~/routes/pins";
import { SCREENS } from "~/screens";
import { useRoutineUnderWay } from "../routine-under-way";
import { useBriefs } from "../use-briefs";
import { useKeys } from "../use-keys";
import { PinContext, type Pinning } from "./pin-context";
import { chosenElement, pinInHand } from "./pin-in-hand";
import { pinLabel, pinnedOf, pinSourcesIn, plainHref, studyOfTwin, type PinSource } from "./pin-props";

/** Takes what is in hand with `p`, and says what was taken. */
export function PinProvider({ children }: { readonly children: ReactNode }) {
  const { asOf, market, pictures } = useFrameValue();
  const fetcher = useFetcher<PinAnswer>();
  const briefs = useBriefs();
  const routine = useRoutineUnderWay();
  const [told, setTold] = useState<{ readonly words: string; readonly toBrief: boolean }>();
  const main = useCallback(() => {
    const twin = document.querySelector<HTMLElement>("[data-pin-main]")?.dataset["pinMain"];
    return twin === undefined ? undefined : { twin, name: screenName() };
  }, []);
  const pin = useCallback(
    (source: PinSource, sentence?: number) => {
      if (asOf === undefined || !market) return;
      const words = pinLabel(source);
      if ("of" in source) {
        const of = { of: source.of, asOf, market: market.market, name: source.name, [source.of]: source.id };
        setTold({ words, toBrief: false });
        void fetcher.submit({ pin: JSON.stringify(of) }, { method: "post", action: "/pins" });
        return;
      }
      const sort = new URLSearchParams(window.location.search).get("sort");
      const own = pinnedOf(source, {
        market: market.market,
        href: plainHref(window.location),
        ...(sentence === undefined ? {} : { sentence }),
        ...(sort === null ? {} : { sort }),
      });
      setTold({ words, toBrief: routine !== undefined });
      if (routine) void briefs.takeOver(routine.id, routine.stops[routine.at]!.parts, own);
      else void fetcher.submit({ pin: JSON.stringify({ of: "answer", asOf, ...own }) }, { method: "post", action: "/pins" });
    },
    [asOf, market, routine, briefs, fetcher],
  );
  const pictureOf = useCallback((twin: string) => (pictures[studyOfTwin(twin)] ?? []).map((one) => one.key), [pictures]);
  const offered = useCallback(() => {
    const own = main();
    const ofMain: PinSource[] = own
      ? [
          { ...own, show: "reading" },
          { ...own, show: "table" },
          ...pictureOf(own.twin).map((picture): PinSource => ({ ...own, show: "picture", picture })),
        ]
      : [];
    return [...ofMain, ...pinSourcesIn(document)];
  }, [main, pictureOf]);
  useKeys({
    p: () => {
      const own = main();
      const inHand = pinInHand(chosenElement(), own, own && pictureOf(own.twin)[0], pinSourcesIn(document)[0]);
      if (!inHand) return false;
      pin(inHand.source, inHand.sentence);
      return true;
    },
  });
  const value = useMemo((): Pinning => ({ pin, offered, main }), [pin, offered, main]);
  return (
    <PinContext value={value}>
      {children}
      <Toast.Provider duration={6000} label="Pins">
        <PinToast
          told={told}
          answer={told?.toBrief ? briefs.answer : fetcher.data}
          busy={fetcher.state !== "idle" || briefs.busy}
          onTakeBack={(id) => {
            setTold(undefined);
            void fetcher.submit({ intent: "remove", ids: String(id) }, { method: "post", action: "/pins" });
          }}
        />
        <Toast.Viewport className="fixed right-4 bottom-4 z-50 m-0 w-80 list-none p-0 outline-none print:hidden" />
      </Toast.Provider>
    </PinContext>
  );
}

interface ToastProps {
  readonly told: { readonly words: string; readonly toBrief: boolean } | undefined;
  readonly answer: { readonly error?: string; readonly pins?: number; readonly id?: number } | undefined;
  readonly busy: boolean;
  readonly onTakeBack: (id: number) => void;
}

/** What was taken and where it is, or why it could not be. */
function PinToast({ told, answer, busy, onTakeBack }: ToastProps) {
  const [closed, setClosed] = useState<unknown>();
  if (!told || busy || !answer || closed === told) return null;
  return (
    <Toast.Root
      key={told.words}
      className="flex items-baseline justify-between gap-3 rounded-sm border border-rule bg-raised px-3 py-2"
      onOpenChange={(isOpen) => {
        if (!isOpen) setClosed(told);
      }}
    >
      <Toast.Description className={answer.error ? "text-rust" : undefined}>
        {answer.error ??
          (told.toBrief ? `Taken over into the brief: ${told.words}.` : `Pinned ${told.words}; ${answer.pins} in the tray.`)}
      </Toast.Description>
      {answer.id !== undefined && !answer.error && !told.toBrief && (
        <Toast.Action asChild altText="Take it out of the tray again">
          <button
            type="button"
            className="figure-link shrink-0"
            onClick={() => {
              onTakeBack(answer.id!);
            }}
          >
            Undo
          </button>
        </Toast.Action>
      )}
    </Toast.Root>
  );
}

/** Name of the screen in view. */
function screenName(): string {
  const { pathname } = window.location;
  const found = SCREENS.filter(({ path }) =>
    path === "/" ? pathname === "/" : pathname === path || pathname.startsWith(`${path}/`),
  );
  const ticker = /^\/chart\/(.+)$/.exec(pathname)?.[1];
  return ticker === undefined ? (found[0]?.name ?? "this screen") : `Chart of ${decodeURIComponent(ticker)}`;
}
