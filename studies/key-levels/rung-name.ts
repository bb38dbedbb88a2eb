import type { Rung } from "@core";
import { date } from "@studies/words/words";

/** A level around the close; a swing with the epoch day of its turn. */
export type LevelRung = Rung & { readonly day?: number };

/** A level's name, a swing with its date. */
export function rungName({ name, day }: Pick<LevelRung, "name" | "day">): string {
  return day === undefined ? name : `${name} of ${date(day)}`;
}
