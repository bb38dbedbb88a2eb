import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { useAsked } from "~/ui/use-asked";

/** The sample that is shown, and the ways to another. */
export interface Samples {
  /** The first that can be shown, the last, and the one that is. */
  readonly first: number;
  readonly last: number;
  readonly at: number;
  readonly playing: boolean;
  /** Shows a sample while it is being looked for. */
  readonly look: (to: number) => void;
  /** Shows a sample and keeps it in the address. */
  readonly goTo: (to: number) => void;
  /** So many samples on, or back, from the one asked for last. */
  readonly step: (by: number) => void;
  readonly play: () => void;
}

const STEP_MS = 450;
/** Samples that are played when one begins at the latest. */
const PLAYED = 52;

function backOf(search: string): number {
  return Math.max(0, Number(new URLSearchParams(search).get("back")) || 0);
}

interface Moving {
  readonly at: number;
  readonly playing: boolean;
  /** Of the address that it was begun at: a new one says what is shown. */
  readonly place: string;
}

/**
 * Stepping, dragging and playing through past samples: how far back one is stands in the address as `back`.
 * @param last index of the latest sample, -1 for none
 * @param trail samples that the first shown one needs before it
 */
export function useSamples(last: number, trail: number): Samples {
  const { key, search } = useLocation();
  const navigate = useNavigate();
  const first = Math.max(0, Math.min(last, trail));
  const [moving, setMoving] = useState<Moving>();
  const playing = moving?.playing ?? false;
  const back = backOf(search);
  const isMoving = moving !== undefined && (moving.playing || moving.place === key);
  const at = Math.max(0, Math.min(last, isMoving ? moving.at : Math.max(first, last - back)));
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => {
      setMoving((now) => (now === undefined || now.at >= last ? undefined : { ...now, at: now.at + 1 }));
    }, STEP_MS);
    return () => {
      clearInterval(timer);
    };
  }, [playing, last]);
  const { latest, note } = useAsked<number>();
  const keep = (to: number) => {
    const href = hrefNowWith({ back: to === last ? undefined : String(last - to) });
    note(to, navigate(href, { replace: true, preventScrollReset: true }));
  };
  const within = (to: number) => Math.max(first, Math.min(last, to));
  const goTo = (to: number) => {
    setMoving({ at: within(to), playing: false, place: key });
    keep(within(to));
  };
  return {
    ...{ first, last, at, playing },
    look(to) {
      setMoving({ at: within(to), playing: false, place: key });
    },
    goTo,
    step(by) {
      goTo((latest() ?? (isMoving ? at : last - backOf(window.location.search))) + by);
    },
    play() {
      if (playing) {
        goTo(at);
        return;
      }
      setMoving({ at: at >= last ? Math.max(first, last - PLAYED) : at, playing: true, place: key });
      // What is played ends with the latest sample.
      keep(last);
    },
  };
}
