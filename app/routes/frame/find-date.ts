import { isMatch, parse } from "date-fns";
import { enGB } from "date-fns/locale/en-GB";

/** Ways in which a date is typed; with a slash the day comes first, as in the words of this application. */
const FORMS = [
  "yyyy-MM-dd",
  "d MMM yyyy",
  "d MMMM yyyy",
  "MMM d yyyy",
  "MMMM d yyyy",
  "d.M.yyyy",
  "d/M/yyyy",
  "MMM yyyy",
  "MMMM yyyy",
  "yyyy",
];

/**
 * A date as a person types it.
 * @param text such as "14 mar 2020", "2020-03-14" or "march 2020" (its first day)
 * @returns its epoch day, undefined for a text that is no date
 */
export function findDate(text: string): number | undefined {
  const plain = text.trim().replace(/,/g, " ").replace(/\s+/g, " ");
  if (plain.length < 4 || plain.length > 30) return undefined;
  const form = FORMS.find((f) => isMatch(plain, f, { locale: enGB }));
  if (form === undefined) return undefined;
  const found = parse(plain, form, new Date(2000, 0, 1), { locale: enGB });
  const year = found.getFullYear();
  if (year < 1900 || year > 2200) return undefined;
  return Date.UTC(year, found.getMonth(), found.getDate()) / 86_400_000;
}
