import { z } from "zod";
import { findGroup } from "./group-key";

/** A key as text: "sector:Shipyards", "market:". */
export const groupKeySchema = z.string().refine((text) => findGroup(text) !== undefined, {
  error: 'needs a group such as "sector:Shipyards", "industry:Optics", "group:EXPOSURE" or "market:"',
});

/** The group keys among the parameters of a study. */
export function groupKeysIn(params: z.ZodObject, values: Readonly<Record<string, unknown>>): string[] {
  return Object.entries(params.shape).flatMap(([name, field]) => {
    const value = values[name];
    if (!isOfGroups(field as z.ZodType) || value === undefined) return [];
    return Array.isArray(value) ? (value as string[]) : [value as string];
  });
}

function isOfGroups(field: z.ZodType): boolean {
  if (field instanceof z.ZodDefault || field instanceof z.ZodOptional) return isOfGroups(field.def.innerType as z.ZodType);
  return field instanceof z.ZodArray ? isOfGroups(field.element as z.ZodType) : field === groupKeySchema;
}
