import { randomBytes } from "node:crypto";
import { isoDate } from "@core";
import { getCall, insertCall, listCalls, removeCall, updateCall, withdrawCall } from "@server/calls.server";
import type { Desk } from "@server/ask/desk.server";
import { Invalid } from "@server/errors";
import { calls as callsStudy } from "@studies/calls/calls";
import { draftCall, type DraftCall, type SavedCall } from "@studies/calls/call-schema";
import { parsedJson } from "@server/parsed-json.server";
import { foreseen, openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import { parseHere } from "~/here";
import { toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/calls";

export interface CallAnswer extends Refused {
  /** Of the call that was made. */
  readonly id?: string;
  /** What was taken away, as JSON, to put it back. */
  readonly removed?: string;
}

/** How a call that is being written stands: its base rate, when it falls due, earlier ones like it. */
export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const { market, asOf } = parseHere(search);
  const said = await foreseen(async () => {
    const draft = parsedJson(search.get("draft") ?? "", draftCall, "This cannot be called.");
    return standing(await openDesk(), draft, market, asOf);
  });
  return { draft: toWire(said.result.draft) };
}

/** Makes, changes, withdraws or takes away a call. */
export async function action({ request }: Route.ActionArgs): Promise<CallAnswer> {
  return formDeed<CallAnswer>(request, async (text) => {
    const desk = await openDesk();
    const { db } = desk;
    switch (text("intent")) {
      case "make":
        return { id: await make(desk, text("draft"), { market: text("market"), reason: text("reason") }) };
      case "update": {
        const was = await getCall(db, text("id"));
        const draft = parsedJson(text("draft"), draftCall, "This cannot be called.");
        await requireCallable(desk, draft, was.market);
        await updateCall(
          db,
          JSON.stringify({ ...was, benchmark: undefined, confidence: undefined, ...draft, reason: text("reason") }),
          await latestOf(desk, was.market),
        );
        return { id: was.id };
      }
      case "withdraw": {
        const { market } = await getCall(db, text("id"));
        await withdrawCall(db, text("id"), await latestOf(desk, market));
        return {};
      }
      case "remove": {
        const { market } = await getCall(db, text("id"));
        return { removed: JSON.stringify(await removeCall(db, text("id"), await latestOf(desk, market))) };
      }
      default:
        return { id: (await insertCall(db, text("body"))).id };
    }
  });
}

async function make(
  desk: Desk,
  text: string,
  { market, reason }: { readonly market: string; readonly reason: string },
): Promise<string> {
  const draft = parsedJson(text, draftCall, "This cannot be called.");
  const said = await requireCallable(desk, draft, market);
  const call: SavedCall = {
    ...draft,
    ...{ version: 1, id: randomBytes(6).toString("hex"), market: said.market, reason: reason.trim() },
    written: Math.max(await latestOf(desk, said.market), draft.made),
  };
  return (await insertCall(desk.db, JSON.stringify(call))).id;
}

/** A subject without a level on the session is not accepted (S36). */
async function requireCallable(desk: Desk, draft: DraftCall, market: string) {
  const said = await standing(desk, draft, market === "" ? undefined : market, isoDate(draft.made));
  if (said.result.draft?.state === "unknown")
    throw new Invalid("This cannot be called: its subject, or what it is held against, has no level on that session.", [
      "Is it named as it is in this market, and did it trade on that day?",
    ]);
  return said;
}

async function standing(desk: Desk, draft: DraftCall, market: string | undefined, asOf: string | undefined) {
  const own = (await desk.findMarket(market)).market;
  return desk.ask<ResultOf<typeof callsStudy>>({
    study: "calls",
    params: { calls: JSON.stringify(await listCalls(desk.db, own)), draft: JSON.stringify(draft) },
    market: own,
    asOf,
  });
}

/** The last session of a market that is over. */
async function latestOf(desk: Desk, market: string): Promise<number> {
  return (await desk.settledSessions(market)).at(-1) ?? -Infinity;
}
