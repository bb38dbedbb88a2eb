import { z } from "zod";
import { CROWDED, WASHED_OUT } from "./breadth-zones";

/** The bounds of the zones of all five, as parameters of a study. */
export const zoneParams = {
  crowded: z.coerce.number().min(50).max(100).default(CROWDED).describe("all five at or above this is crowded, percent"),
  washed: z.coerce.number().min(0).max(50).default(WASHED_OUT).describe("all five at or below this is washed out, percent"),
};
