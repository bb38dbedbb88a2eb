import { getFeed } from "@server/desk-of-app.server";
import { Conflict, Unavailable } from "@server/errors";
import { CLOCK_SPEEDS, type FeedState } from "@server/feed/feed.server";
import { foreseen, formOf } from "~/ask.server";
import type { Route } from "./+types/feed";

export interface FeedAnswer {
  readonly state?: FeedState;
  readonly error?: string;
}

/** Delivers a step or the rest of a session, or sets the clock. */
export async function action({ request }: Route.ActionArgs): Promise<FeedAnswer> {
  const form = await formOf(request);
  const feed = await foreseen(getFeed);
  try {
    if (form.get("intent") === "step") return { state: await feed.step() };
    if (form.get("intent") === "close") return { state: await feed.close() };
    const speed = CLOCK_SPEEDS.find((s) => String(s) === form.get("clock"));
    return { state: await feed.setClock(speed) };
  } catch (error) {
    if (error instanceof Conflict || error instanceof Unavailable) return { error: error.message };
    throw error;
  }
}

/** The feed tells every open screen itself; nothing needs asking again because of the press. */
export function shouldRevalidate(): boolean {
  return false;
}
