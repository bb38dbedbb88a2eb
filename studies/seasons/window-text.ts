import { HOLDS } from "@core/seasons/hold-signs";
import { START_DAYS } from "@core/seasons/start-days";

/** A window from its text in addresses, "10-16.20"; undefined where it is none. */
export function findWindow(text: string): { readonly start: number; readonly hold: number } | undefined {
  const found = /^(\d\d-\d\d)\.(\d{1,2})$/.exec(text);
  const start = START_DAYS.indexOf(found?.[1] ?? "");
  const hold = Number(found?.[2]);
  return start >= 0 && hold >= HOLDS.shortest && hold <= HOLDS.longest ? { start, hold } : undefined;
}
