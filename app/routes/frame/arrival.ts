import { useEffect, useRef } from "react";
import { useLocation } from "react-router";
import { noteArrival } from "~/ui/pin/pin-in-hand";
import { isRoutineUnderWay } from "~/ui/routine-under-way";
import { isTyping } from "~/ui/use-keys";

/**
 * Puts the keyboard on what a screen is for: the row in hand of its main table, its first clause, or its main picture.
 * @param stays whether what is in view stays there
 */
export function focusMain(stays = false): boolean {
  const main = document.querySelector<HTMLElement>("#screen [data-main]");
  const target = main?.querySelector<HTMLElement>("tr[tabindex='0'], [data-clause], [data-add-clause]") ?? main;
  if (!target) return false;
  if (target === main && !target.hasAttribute("tabindex")) target.tabIndex = -1;
  target.focus({ preventScroll: stays || (target !== main && isInView(target)) });
  return document.activeElement === target;
}

function isInView(element: HTMLElement): boolean {
  const { top, bottom } = element.getBoundingClientRect();
  return top >= 0 && bottom <= innerHeight;
}

/**
 * Where the element that had the keyboard is gone after a step from one address to another (a row that was opened, a
 * screen that was left), the keyboard arrives at what the new one is for; whatever still has it keeps it.
 */
export function useArrival(): void {
  const { key, pathname } = useLocation();
  const arrived = useRef({ key, pathname });
  useEffect(() => {
    if (arrived.current.key === key) return;
    // Who reads a screen further down and steps to another date goes on reading there.
    const isSameScreen = arrived.current.pathname === pathname;
    arrived.current = { key, pathname };
    // Once the screen has drawn what it shows.
    const frame = requestAnimationFrame(() => {
      if (document.activeElement === null || document.activeElement === document.body) {
        focusMain(isSameScreen);
        // Who works through a routine goes on by keys, which a field would take.
        if (isRoutineUnderWay() && isTyping(document.activeElement))
          document.getElementById("screen")?.focus({ preventScroll: true });
        noteArrival(document.activeElement);
      }
    });
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [key, pathname]);
}
