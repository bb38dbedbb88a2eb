import type { CrossSection } from "./cross-section";

/** What was worked out as of one session and may be asked for again; within a bound of bytes it can be gone. */
export interface Kept<T> {
  get(key: string, make: () => T): T;
}

/**
 * A cross-section that keeps values by a key of their own, within a bound of bytes over all data and sessions; those asked for
 * longest ago go first.
 */
export function keptSection<T>(name: string, mostBytes: number, bytesOf: (value: T) => number): CrossSection<Kept<T>> {
  const all = new Map<string, T>();
  let bytes = 0;
  let sessions = 0;
  return {
    name,
    derive() {
      const own = ++sessions;
      return {
        get(key, make) {
          const text = `${own}/${key}`;
          const value = all.get(text) ?? make();
          if (!all.delete(text)) bytes += bytesOf(value);
          all.set(text, value);
          for (const [oldest, old] of all) {
            if (bytes <= mostBytes) break;
            all.delete(oldest);
            bytes -= bytesOf(old);
          }
          return value;
        },
      };
    },
  };
}
