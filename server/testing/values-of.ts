/** The values of an answer in their order, to the last bit; what they are called in it does not count. */
export function valuesOf(answer: unknown): string {
  const parts: string[] = [];
  const walk = (value: unknown): void => {
    if (typeof value === "number") parts.push(bitsOf(Float64Array.of(value)));
    else if (ArrayBuffer.isView(value)) parts.push(`${(value as Float64Array).length}:${bitsOf(value)}`);
    else if (Array.isArray(value)) {
      parts.push(`[${value.length}`);
      value.forEach(walk);
    } else if (value instanceof Map) walk([...(value as Map<unknown, unknown>)]);
    else if (value instanceof Set) walk([...(value as Set<unknown>)]);
    else if (value !== null && typeof value === "object") Object.values(value).forEach(walk);
    else parts.push(String(value));
  };
  walk(answer);
  return parts.join("|");
}

function bitsOf(view: ArrayBufferView): string {
  // There are many bit patterns that are no number; which one it is does not count.
  const { buffer, byteOffset, byteLength } = view instanceof Float64Array ? view.map((x) => (Number.isNaN(x) ? NaN : x)) : view;
  return Buffer.from(buffer, byteOffset, byteLength).toString("base64");
}
