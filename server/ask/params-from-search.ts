import { z } from "zod";

/**
 * The parameters of a study from a query string: the keys that its schema names, repeated ones as lists.
 * Everything else in the query belongs to the frame and is left alone.
 */
export function paramsFromSearch(schema: z.ZodObject, search: URLSearchParams): Record<string, unknown> {
  const params: Record<string, unknown> = {};
  for (const [key, field] of Object.entries(schema.shape)) {
    if (!search.has(key)) continue;
    params[key] = takesList(field as z.ZodType) ? search.getAll(key) : search.get(key);
  }
  return params;
}

function takesList(field: z.ZodType): boolean {
  if (field instanceof z.ZodDefault || field instanceof z.ZodPrefault || field instanceof z.ZodOptional)
    return takesList(field.def.innerType as z.ZodType);
  return field instanceof z.ZodArray;
}
