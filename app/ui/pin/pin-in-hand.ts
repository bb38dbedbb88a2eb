import type { AnswerSource, PinSource } from "./pin-props";
import { pinSourceOf } from "./pin-props";

/** What is in hand: where the keyboard is, else the reading of the screen. */
export interface InHand {
  readonly source: PinSource;
  /** Of the reading the sentence that has the keyboard. */
  readonly sentence?: number;
}

/**
 * What `p` takes.
 * @param element that has the keyboard
 * @param main the question of the screen
 * @param picture key of the picture that stands for its answer; undefined where none does
 */
export function pinInHand(
  element: Element | null,
  main: Omit<AnswerSource, "show"> | undefined,
  picture: string | undefined,
): InHand | undefined {
  const own = pinSourceOf(element);
  if (own) return { source: own };
  if (!main) return undefined;
  const heading = element?.closest("h1");
  const spoken = heading && [...heading.children].findIndex((one) => one.contains(element));
  if (spoken !== undefined && spoken !== null && spoken >= 0) return { source: { ...main, show: "reading" }, sentence: spoken };
  if (element?.closest("table")) return { source: { ...main, show: "table" } };
  const isPicture = element?.closest("figure, svg, [role=img], [role=slider]");
  if (isPicture && picture !== undefined) return { source: { ...main, show: "picture", picture } };
  return { source: { ...main, show: "reading" } };
}
