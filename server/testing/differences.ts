/** The places at which two answers differ, bit for bit; NaN equals NaN. */
export function differences(a: unknown, b: unknown, place = "answer"): string[] {
  if (Object.is(a, b)) return [];
  if (ArrayBuffer.isView(a) && ArrayBuffer.isView(b))
    return differences(Array.from(a as Float64Array), Array.from(b as Float64Array), place);
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null)
    return [`${place}: ${String(a)} and ${String(b)}`];
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].flatMap((key) =>
    differences((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key], `${place}.${key}`),
  );
}
