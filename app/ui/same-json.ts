/** Whether two values say the same as JSON, whatever the order of their keys. */
export function isSameJson(a: unknown, b: unknown): boolean {
  return ordered(a) === ordered(b);
}

function ordered(of: unknown): string {
  return JSON.stringify(of, (_key, value: unknown) =>
    value !== null && typeof value === "object" && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([x], [y]) => (x < y ? -1 : 1)))
      : value,
  );
}
