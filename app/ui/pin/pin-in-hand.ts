import type { AnswerSource, PinSource } from "./pin-props";
import { pinSourceOf } from "./pin-props";

/** What is in hand: where the keyboard is, else the reading of the screen. */
export interface InHand {
  readonly source: PinSource;
  /** Of the reading the sentence that has the keyboard. */
  readonly sentence?: number;
}

let arrived: Element | null = null;

/** Notes what the keyboard was put on when a screen was opened: nobody chose it, so that it is not in hand. */
export function noteArrival(element: Element | null): void {
  arrived = element;
}

/** What somebody moved the keyboard to; null where it is still where it arrived. */
export function chosenElement(): Element | null {
  return document.activeElement === arrived ? null : document.activeElement;
}

/**
 * What `p` takes: what the keyboard was moved to, else the reading.
 * @param element that has the keyboard
 * @param main the question of the screen
 * @param other what is taken where the screen has no question
 * @param picture key of the picture that stands for its answer; undefined where none does
 */
export function pinInHand(
  element: Element | null,
  main: Omit<AnswerSource, "show"> | undefined,
  picture: string | undefined,
  other?: PinSource,
): InHand | undefined {
  const own = pinSourceOf(element);
  if (own) return { source: own };
  if (!main) return other && { source: other };
  const heading = element?.closest("h1");
  const spoken = heading && [...heading.children].findIndex((one) => one.contains(element));
  if (spoken !== undefined && spoken !== null && spoken >= 0) return { source: { ...main, show: "reading" }, sentence: spoken };
  if (element?.closest("table")) return { source: { ...main, show: "table" } };
  const isPicture = element?.closest("figure, svg, [role=img], [role=slider]");
  if (isPicture && picture !== undefined) return { source: { ...main, show: "picture", picture } };
  return { source: { ...main, show: "reading" } };
}
