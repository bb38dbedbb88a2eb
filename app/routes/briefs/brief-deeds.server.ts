import { randomBytes } from "node:crypto";
import type { Desk } from "@server/ask/desk.server";
import {
  changeBrief,
  getBrief,
  importBriefs,
  insertBrief,
  listBriefs,
  listPins,
  removeBrief,
  removePins,
  updateBrief,
  type Pin,
} from "@server/briefs.server";
import { withoutSaved } from "@server/briefs/saved-params.server";
import { NotFound } from "@server/errors";
import { findItem } from "@server/items.server";
import { parsedJson } from "@server/parsed-json.server";
import { briefOfRoutine, duplicatedBrief } from "@studies/briefs/begin-brief";
import { pinned, type AnswerPart, type BriefPart, type SavedBrief } from "@studies/briefs/brief-schema";
import { takenOver, withSeen } from "@studies/briefs/routine-edits";
import { READY_ROUTINES } from "@studies/briefs/ready-routines";
import { clipped } from "@studies/words/words";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import { hrefOf, parseHere, type Here } from "~/here";
import type { Leading } from "~/ui/use-deed";

export interface BriefAnswer extends Refused, Leading {
  /** That of the state which was saved. */
  readonly revision?: number;
  /** The whole of what was removed as JSON, to put it back. */
  readonly removed?: string;
  readonly imported?: { readonly added: number; readonly known: number };
  /** How many pins were placed. */
  readonly placed?: number;
}

/** What a form does with briefs: begins, changes, duplicates, removes or puts one back, places pins in it, takes in a file. */
export async function briefDeed(request: Request): Promise<BriefAnswer> {
  return formDeed<BriefAnswer>(request, async (text) => {
    const desk = await openDesk();
    const { db } = desk;
    const here = parseHere(new URLSearchParams(text("here")));
    switch (text("intent")) {
      case "begin":
        return { leadsTo: hrefOf(here, `/briefs/${await begin(desk, text("routine"), here)}`) };
      case "open or begin": {
        const there = await findSame(desk, text("routine"), here);
        return { leadsTo: hrefOf(here, `/briefs/${there ?? (await begin(desk, text("routine"), here))}`) };
      }
      case "duplicate": {
        const { brief } = await getBrief(db, text("id"));
        const now = await desk.ask({ study: "directory", params: {}, market: brief.market, asOf: here.asOf });
        const again = duplicatedBrief(brief, { id: freshId(), asOf: now.asOf }, freshId);
        return { leadsTo: hrefOf(here, `/briefs/${await insertBrief(db, JSON.stringify(again))}`) };
      }
      case "update": {
        const revision = Number(text("revision"));
        await updateBrief(db, text("brief"), revision);
        return { revision: revision + 1 };
      }
      case "remove":
        return { removed: await removeBrief(db, text("id")) };
      case "import":
        return { imported: await importBriefs(db, text("file")) };
      case "place":
        return await place(desk, text("id"), text("pins").split(",").map(Number));
      case "seen":
        await changeBrief(db, text("id"), (brief) => withSeen(brief, text("parts").split(",")));
        return {};
      case "take over": {
        const taken = parsedJson(text("part"), pinned, "This cannot be taken over.");
        const seen = { ...taken, params: withoutSaved(taken.study, taken.params) };
        await changeBrief(db, text("id"), (brief) => takenOver(brief, text("parts").split(","), { seen, freshId }));
        return { placed: 1 };
      }
      default:
        await insertBrief(db, text("body"));
        return {};
    }
  });
}

const freshId = () => randomBytes(6).toString("hex");

/** The brief of a purpose for the session in view; undefined where there is none yet. */
async function findSame(desk: Desk, purpose: string, here: Here): Promise<string | undefined> {
  const { market, asOf } = await desk.ask({ study: "directory", params: {}, market: here.market, asOf: here.asOf });
  return (await listBriefs(desk.db, market)).find(({ brief }) => brief.purpose === purpose && brief.asOf === asOf)?.brief.id;
}

/** Begins a brief for the session in view, with the parts of a routine or with none. */
async function begin(desk: Desk, name: string, here: Here): Promise<string> {
  const { market, asOf } = await desk.ask({ study: "directory", params: {}, market: here.market, asOf: here.asOf });
  const begun = { id: freshId(), market, asOf };
  const body =
    name === ""
      ? undefined
      : ((await findItem(desk.db, "routine", name)) ?? READY_ROUTINES.find((one) => one.name === name)?.body);
  if (name !== "" && !body) throw new NotFound(`There is no routine “${clipped(name)}”.`);
  const brief: SavedBrief = body
    ? briefOfRoutine(body, begun, freshId)
    : { version: 1, ...begun, purpose: "Note", title: "", parts: [] };
  return insertBrief(desk.db, JSON.stringify(brief));
}

/** Puts things of the tray at the end of a brief, in their order. */
async function place(desk: Desk, id: string, wanted: readonly number[]): Promise<BriefAnswer> {
  const pins = (await listPins(desk.db)).filter((one) => wanted.includes(one.id));
  if (pins.length === 0) throw new NotFound("What was pinned is not in the tray any more.");
  await changeBrief(desk.db, id, (brief) => ({ ...brief, parts: [...brief.parts, ...pins.map(({ pin }) => partOf(pin))] }));
  await removePins(
    desk.db,
    pins.map((one) => one.id),
  );
  return { placed: pins.length };
}

function partOf(pin: Pin): BriefPart {
  const { asOf: _asOf, of, ...own } = pin;
  const id = freshId();
  switch (of) {
    case "answer":
      return { ...(own as Omit<AnswerPart, "id" | "type">), type: "answer", id };
    case "plan":
      return { type: "plan", id, plan: pin.plan };
    case "call":
      return { type: "call", id, call: pin.call };
  }
}
