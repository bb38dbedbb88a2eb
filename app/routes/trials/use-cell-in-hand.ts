import { useEffect, useRef, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { trials } from "@studies/trials/trials";
import { hrefNowWith } from "~/here";
import { useRemembered } from "~/ui/remembered";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";
import { AVERAGES, EPISODE, NAME } from "./episode-widths";

type Answer = ResultOf<typeof trials>;

/**
 * Which episodes are in view, as many as there is room for, and which cell has the keyboard; arrows move it, and bring it into view.
 * @param lastDay the day of the last episode in view; undefined for the latest
 */
export function useCellInHand({ rows, episodes }: Pick<Answer, "rows" | "episodes">, lastDay: string | undefined) {
  const navigate = useNavigate();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1000);
  const room = Math.max(1, Math.floor((width - NAME - AVERAGES.reduce((a, b) => a + b, 0)) / EPISODE));
  const asked = lastDay === undefined ? -1 : episodes.findIndex((e) => isoDate(e.day) === lastDay);
  const end = Math.max(Math.min(room, episodes.length), asked < 0 ? episodes.length : asked + 1);
  const start = Math.max(0, end - room);
  const shown = episodes.slice(start, end);
  const [active, setActive] = useRemembered<string>("cell in hand", "");
  const keyOf = (row: number, k: number) => `${row}.${episodes[k] ? isoDate(episodes[k].day) : ""}`;
  const isThere = rows.some((_, row) => shown.some((_, k) => keyOf(row, start + k) === active));
  // At first the scan that the reading speaks of.
  const inHand = isThere ? active : keyOf(bestOf(rows), end - 1);
  const goTo = (last: number) =>
    void navigate(
      hrefNowWith({ moments: last >= episodes.length - 1 ? undefined : isoDate(episodes[Math.max(room - 1, last)]!.day) }),
      {
        replace: true,
        preventScrollReset: true,
      },
    );
  const buttonOf = (key: string) => box.current?.querySelector<HTMLElement>(`[data-cell="${key}"]`);
  // A cell that comes into view by its key takes the keyboard.
  const focusNext = useRef<string>(undefined);
  useEffect(() => {
    const button = focusNext.current === undefined ? undefined : buttonOf(focusNext.current);
    if (!button) return;
    button.focus();
    focusNext.current = undefined;
  });
  const onKeyDown = (event: KeyboardEvent<HTMLButtonElement>, row: number, k: number) => {
    const steps: Partial<Record<string, readonly [number, number]>> = {
      ArrowLeft: [row, k - 1],
      ArrowRight: [row, k + 1],
      ArrowUp: [row - 1, k],
      ArrowDown: [row + 1, k],
      Home: [row, start],
      End: [row, end - 1],
    };
    const to = steps[event.key];
    if (!to) return;
    event.preventDefault();
    const [r, c] = [Math.max(0, Math.min(rows.length - 1, to[0])), Math.max(0, Math.min(episodes.length - 1, to[1]))];
    const key = keyOf(r, c);
    const button = buttonOf(key);
    setActive(key);
    if (button) button.focus();
    else {
      focusNext.current = key;
      goTo(c < start ? c + room - 1 : c);
    }
  };
  return { box, view: [start, end] as const, room, shown, inHand, keyOf, goTo, setActive, onKeyDown };
}

/** Place of the scan that did best beyond all members. */
function bestOf(rows: Answer["rows"]): number {
  const beyond = rows.map(({ averages }) => (averages.n > 0 ? averages.beyond : -Infinity));
  return beyond.indexOf(Math.max(...beyond));
}
