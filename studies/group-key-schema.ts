import { z } from "zod";
import { findGroupKey } from "./group-key";

/** A key as text: "sector:Shipyards", "market:". */
export const groupKeySchema = z.string().refine((text) => findGroupKey(text) !== undefined, {
  error: 'needs a group such as "sector:Shipyards", "industry:Optics", "group:EXPOSURE" or "market:"',
});
