import { insertPin, listPins, removePins, type Pin } from "@server/briefs.server";
import { withoutSaved } from "@server/briefs/saved-params.server";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import type { Route } from "./+types/pins";

export interface PinAnswer extends Refused {
  /** How many are in the tray. */
  readonly pins?: number;
  readonly id?: number;
}

/** What is in the tray. */
export async function loader() {
  return { pins: await listPins((await openDesk()).db) };
}

/** Puts something into the tray, or takes things out. */
export async function action({ request }: Route.ActionArgs): Promise<PinAnswer> {
  return formDeed<PinAnswer>(request, async (text) => {
    const { db } = await openDesk();
    if (text("intent") === "remove") {
      await removePins(db, text("ids").split(",").map(Number));
      return { pins: (await listPins(db)).length };
    }
    const id = await insertPin(db, plain(text("pin")));
    return { id, pins: (await listPins(db)).length };
  });
}

/** A pin without what it would have from what is saved. */
function plain(text: string): string {
  try {
    const pin = JSON.parse(text) as Pin;
    return pin.of === "answer" ? JSON.stringify({ ...pin, params: withoutSaved(pin.study, pin.params) }) : text;
  } catch {
    return text;
  }
}
