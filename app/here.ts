import { useContext, useEffect, useMemo } from "react";
import { UNSAFE_DataRouterContext, useLocation, type Navigation } from "react-router";
import type { Link } from "@studies/define-study";
import { pathOf } from "./screens";

/** What every screen shares, and every link carries on: the market, the as-of date and the focus. */
export interface Here {
  /** Code of the market, undefined for the first. */
  readonly market: string | undefined;
  /** `YYYY-MM-DD`, undefined for the latest session. */
  readonly asOf: string | undefined;
  /** Keys of the groups in focus. */
  readonly focus: readonly string[];
}

const MOST_IN_FOCUS = 60;

/** Of no market, date or focus in particular: for questions that are asked elsewhere. */
export const NOWHERE: Here = { market: undefined, asOf: undefined, focus: [] };

/** Reads what is shared from a query string. */
export function parseHere(search: URLSearchParams): Here {
  return {
    market: search.get("market") || undefined,
    asOf: search.get("asof") || undefined,
    focus: [...new Set(search.getAll("focus"))].slice(0, MOST_IN_FOCUS),
  };
}

/** A path with what is shared and a screen's own parameters; empty ones are left out. */
export function hrefOf(
  here: Here,
  path: string,
  params: Readonly<Record<string, string | readonly string[] | undefined>> = {},
): string {
  const search = new URLSearchParams();
  for (const [key, value] of Object.entries(params)) {
    for (const one of Array.isArray(value) ? (value as readonly string[]) : [value as string | undefined])
      if (one) search.append(key, one);
  }
  if (here.market) search.set("market", here.market);
  if (here.asOf) search.set("asof", here.asOf);
  for (const key of here.focus) search.append("focus", key);
  return addressOf(path, search);
}

function addressOf(path: string, search: URLSearchParams): string {
  const text = search.toString().replaceAll("%3A", ":");
  return text === "" ? path : `${path}?${text}`;
}

/** An address of this application with what is shared taken from elsewhere. */
export function withHere(href: string, here: Here): string {
  const { pathname, searchParams } = new URL(href, "http://here");
  const own = [...new Set(searchParams.keys())].filter((key) => !["market", "asof", "focus"].includes(key));
  return hrefOf(here, pathname, Object.fromEntries(own.map((key) => [key, searchParams.getAll(key)])));
}

/**
 * An address that was drawn some steps ago, brought to the present: what it shares with the page on which it was drawn is taken from
 * now, a market, date or focus of its own stays.
 */
export function broughtOn(href: string, drawn: Here, now: Here): string {
  const own = parseHere(new URL(href, "http://here").searchParams);
  const isFocusDrawn = own.focus.join("\n") === drawn.focus.join("\n");
  return withHere(href, {
    market: own.market === drawn.market ? now.market : own.market,
    asOf: own.asOf === drawn.asOf ? now.asOf : own.asOf,
    focus: isFocusDrawn ? now.focus : own.focus,
  });
}

/** Where a link of a study leads from here. */
export function linkHref(here: Here, { screen, params = {} }: Link): string {
  if (screen !== "chart") return hrefOf(here, pathOf(screen), params);
  const { ticker = "", ...rest } = params;
  return hrefOf(here, `${pathOf("chart")}/${encodeURIComponent(ticker)}`, rest);
}

/** What is shared, from the present address. */
export function useHere(): Here {
  const { search } = useLocation();
  return useMemo(() => parseHere(new URLSearchParams(search)), [search]);
}

type Changes = Readonly<Record<string, string | readonly string[] | undefined>>;

function changed({ pathname, search }: { readonly pathname: string; readonly search: string }, changes: Changes): string {
  const next = new URLSearchParams(search);
  for (const [key, value] of Object.entries(changes)) {
    next.delete(key);
    for (const one of Array.isArray(value) ? (value as readonly string[]) : [value as string | undefined])
      if (one) next.append(key, one);
  }
  return addressOf(pathname, next);
}

/** The present address with some of its parameters changed; undefined or empty removes one. */
export function useHrefWith(): (changes: Changes) => string {
  const location = useLocation();
  return (changes) => changed(location, changes);
}

/*
 * A page is drawn a moment after its address was asked for. What a key or a choice does within that moment goes by the address
 * that was asked for last, or it would undo what the one before it did.
 */

let router: { readonly state: { readonly navigation: Navigation } } | undefined;

/** Follows the router's own state, which is ahead of what is drawn; used once, by the frame. */
export function useFollowedRouter(): void {
  const context = useContext(UNSAFE_DataRouterContext);
  useEffect(() => {
    router = context?.router;
  }, [context]);
}

/** Whether another address was asked for and its page is not drawn yet. */
export function isUnderWay(): boolean {
  return router !== undefined && router.state.navigation.state !== "idle";
}

/** The address that was asked for last of the screen in view. */
function addressNow(): { readonly pathname: string; readonly search: string } {
  const asked = router?.state.navigation;
  return asked?.state === "loading" && asked.location.pathname === window.location.pathname ? asked.location : window.location;
}

/** A parameter of the address as it is now; null where there is none. */
export function paramNow(name: string): string | null {
  return new URLSearchParams(addressNow().search).get(name);
}

/** All values of a parameter of the address as it is now. */
export function valuesNow(name: string): string[] {
  return new URLSearchParams(addressNow().search).getAll(name);
}

/** What is shared, from the address as it is now. */
export function hereNow(): Here {
  return parseHere(new URLSearchParams(addressNow().search));
}

/** The address as it is now with some of its parameters changed. */
export function hrefNowWith(changes: Changes): string {
  return changed(addressNow(), changes);
}
