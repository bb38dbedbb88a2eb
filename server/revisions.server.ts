import { setTimeout as pause } from "node:timers/promises";

const TRIES = 30;
const PAUSE_MS = 50;

/**
 * The number of the state that a change is to be made from. What a page saves as it is left goes out while the change before it is
 * still on its way, and the two may come in either order: the later one waits a moment for the earlier, and goes without it
 * where that is lost.
 * @param current gives the number of the state that there is
 * @param wanted the number that the change was made from
 */
export async function revisionToChange(current: () => Promise<number>, wanted: number): Promise<number> {
  for (let tries = 0; tries < TRIES; tries++) {
    if ((await current()) >= wanted) return wanted;
    await pause(PAUSE_MS);
  }
  return wanted - 1;
}
