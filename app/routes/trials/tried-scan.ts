import { BEGINNING } from "@studies/trials/ready-scans";
import type { TriedScan } from "@studies/trials/trial-params";
import { valuesNow } from "~/here";

/** Texts of the scans that the address asked for last names. */
export function scansNow(): readonly string[] {
  const named = valuesNow("scan");
  return named.length > 0 ? named : BEGINNING;
}

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
