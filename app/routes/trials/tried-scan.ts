import type { TriedScan } from "@studies/trials/trial-params";

/** A scan of an address as parameters of Screen. */
export function paramsOfTriedScan(text: string): Record<string, string> {
  try {
    const { when, for: among, rank, order, name } = JSON.parse(text) as Partial<TriedScan>;
    return {
      ...(when === undefined ? {} : { when: JSON.stringify(when) }),
      for: among || "market:",
      ...(rank === undefined ? {} : { rank }),
      ...(order === undefined ? {} : { order }),
      ...(name === undefined ? {} : { name }),
    };
  } catch {
    return {};
  }
}
