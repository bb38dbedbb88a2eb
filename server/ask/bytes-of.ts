/** About what a value takes in memory, in bytes. */
export function bytesOf(value: unknown): number {
  if (typeof value === "string") return 16 + 2 * value.length;
  if (typeof value !== "object" || value === null) return 8;
  if (ArrayBuffer.isView(value)) return 96 + value.byteLength;
  let sum = 32;
  if (Array.isArray(value)) for (const item of value as unknown[]) sum += 8 + bytesOf(item);
  else for (const key in value) sum += 8 + bytesOf((value as Record<string, unknown>)[key]);
  return sum;
}
