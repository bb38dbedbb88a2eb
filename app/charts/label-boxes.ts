/* Names beside marks in a drawing: where they would stand, and whether they would lie on something. */

/** A text at a place, as SVG writes it. */
export interface Label {
  readonly key: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: "start" | "end" | "middle";
}

export interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Room that letters take, generously; capitals, as of tickers, are wider. */
export interface Lettering {
  readonly letter: number;
  readonly capital: number;
  /** Above the line that a text stands on, and below it. */
  readonly above: number;
  readonly below: number;
}

/** The box of a text. */
export function boxOf({ x, y, anchor, text }: Omit<Label, "key">, { letter, capital, above, below }: Lettering): Box {
  const capitals = text.replace(/[^A-Z0-9]/g, "").length;
  const width = capitals * capital + (text.length - capitals) * letter;
  const left = anchor === "start" ? x : anchor === "end" ? x - width : x - width / 2;
  return { left, right: left + width, top: y - above, bottom: y + below };
}

/** The box of a round mark. */
export function boxAround(x: number, y: number, radius: number): Box {
  return { left: x - radius, right: x + radius, top: y - radius, bottom: y + radius };
}

export function overlaps(a: Box, b: Box): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

function isInside(box: Box, { left, right, top, bottom }: Box): boolean {
  return box.left >= left && box.right <= right && box.top >= top && box.bottom <= bottom;
}

/** A mark that is to be named, and the places that its name may have, the best first. */
export interface Naming<L extends Label> {
  readonly mark: Box;
  readonly offered: readonly L[];
}

/**
 * Names marks one after another: each takes the first place within the bounds where it covers nothing that is taken, its
 * own mark excepted; one that finds none is left out.
 * @param namings in the order of who chooses first
 * @param taken boxes that nothing may cover, the marks among them as the same objects
 */
export function placed<L extends Label>(
  namings: readonly Naming<L>[],
  taken: readonly Box[],
  within: Box,
  lettering: Lettering,
): L[] {
  const all = [...taken];
  return namings.flatMap(({ mark, offered }) => {
    for (const label of offered) {
      const box = boxOf(label, lettering);
      if (!isInside(box, within) || all.some((other) => other !== mark && overlaps(box, other))) continue;
      all.push(box);
      return [label];
    }
    return [];
  });
}
