import { useEffect } from "react";
import { NavigationType, useLocation, useNavigate, useNavigationType } from "react-router";
import { hereNow, withHere } from "./here";

/*
 * Where each screen was opened from, so that Backspace leads back to it with its set, order and choices. A screen here is
 * an address without what only changes how it is shown: a chart of an instrument, a group, a set of a rotation.
 */

/** Parameters that make another screen of a path. */
const LEVELS: Readonly<Record<string, readonly string[]>> = {
  "/groups": ["in", "of"],
  "/rotation": ["set", "in"],
  "/period-map": ["set", "in"],
  "/seasons": ["set", "in"],
};

export function screenOf(pathname: string, search: string): string {
  const params = new URLSearchParams(search);
  return [pathname, ...(LEVELS[pathname] ?? []).map((name) => params.get(name) ?? "")].join("|");
}

const openers = new Map<string, string>();
/** The screen that is drawn; the address may be that of the next one already. */
let drawn = { screen: "", href: "" };
/** The screen that one is on the way back to, and the one whose key asked for it. */
let goingBack: { readonly from: string; readonly to: string } | undefined;

/**
 * Whether a screen took the place of another of its kind, so that it was opened from where that was. Of another kind it was
 * opened, and a step taken before that was drawn replaced its address.
 */
export function isNeighbour(screen: string, earlier: string, type: `${NavigationType}`): boolean {
  return type === "REPLACE" && screen.split("/")[1]!.split("|")[0] === earlier.split("/")[1]!.split("|")[0];
}

/** Keeps where one came from, for every way that leads from one screen to another; used once, by the frame. */
export function useOpeners(): void {
  const { pathname, search } = useLocation();
  const type = useNavigationType();
  useEffect(() => {
    const screen = screenOf(pathname, search);
    const earlier = drawn;
    drawn = { screen, href: pathname + search };
    const back = goingBack?.to === screen;
    // What asked for the way back may be drawn only now; whatever else is drawn has ended it.
    if (goingBack?.from !== screen) goingBack = undefined;
    if (earlier.href === "" || screen === earlier.screen || back || type === NavigationType.Pop) return;
    const from = isNeighbour(screen, earlier.screen, type) ? openers.get(earlier.screen) : earlier.href;
    if (from === undefined) openers.delete(screen);
    else openers.set(screen, from);
  }, [pathname, search, type]);
}

/** Whether two screens are instruments of one kind of page, such as charts: one steps from the one to the other. */
function isNextOfList(screen: string, drawnScreen: string): boolean {
  const [path, drawnPath] = [screen, drawnScreen].map((s) => s.split("|")[0]!);
  return path !== drawnPath && path!.split("/")[1] === drawnPath!.split("/")[1];
}

/** Back to where this screen was opened from, as of the date and with the focus of now; to another address without one. */
export function useWayBack(): (otherwise: string | undefined) => boolean {
  const navigate = useNavigate();
  return (otherwise) => {
    const screen = screenOf(window.location.pathname, window.location.search);
    // What is not drawn yet was opened from what is, or took its place as the next of a list.
    const undrawn = isNextOfList(screen, drawn.screen) ? openers.get(drawn.screen) : drawn.href;
    const opener = screen === drawn.screen || screen === goingBack?.to ? openers.get(screen) : undrawn;
    const to = opener === undefined ? otherwise : withHere(opener, hereNow());
    if (to === undefined) return false;
    const { pathname, search } = new URL(to, window.location.href);
    goingBack = { from: screen, to: screenOf(pathname, search) };
    void navigate(to);
    return true;
  };
}
