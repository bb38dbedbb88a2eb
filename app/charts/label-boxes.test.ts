import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { boxAround, boxOf, overlaps, placed, type Box, type Lettering } from "./label-boxes";

const lettering: Lettering = { letter: 6, capital: 8, above: 9, below: 3 };
const page: Box = { left: 0, right: 200, top: 0, bottom: 100 };

/** Boxes on whole pixels, so that a pixel can be looked at by itself. */
const boxes = fc.record({ left: fc.integer({ min: 0, max: 20 }), top: fc.integer({ min: 0, max: 20 }) }).chain(({ left, top }) =>
  fc.record({
    left: fc.constant(left),
    top: fc.constant(top),
    right: fc.integer({ min: left + 1, max: 24 }),
    bottom: fc.integer({ min: top + 1, max: 24 }),
  }),
);

describe("the box of a text", () => {
  it("takes more room for capitals and figures, and stands by its anchor", () => {
    const at = { x: 100, y: 50, text: "ABc1 " } as const;
    // Three wide ones, a small letter and a space.
    expect(boxOf({ ...at, anchor: "start" }, lettering)).toEqual({ left: 100, right: 136, top: 41, bottom: 53 });
    expect(boxOf({ ...at, anchor: "end" }, lettering)).toEqual({ left: 64, right: 100, top: 41, bottom: 53 });
    expect(boxOf({ ...at, anchor: "middle" }, lettering)).toEqual({ left: 82, right: 118, top: 41, bottom: 53 });
  });

  it("of a round mark lies around its middle", () => {
    expect(boxAround(10, 20, 4)).toEqual({ left: 6, right: 14, top: 16, bottom: 24 });
  });
});

describe("two boxes", () => {
  it("overlap where they have a pixel in common", () => {
    const pixels = ({ left, right, top, bottom }: Box) => {
      const found = new Set<string>();
      for (let x = left; x < right; x++) for (let y = top; y < bottom; y++) found.add(`${x},${y}`);
      return found;
    };
    fc.assert(
      fc.property(boxes, boxes, (a, b) => {
        const of = pixels(b);
        expect(overlaps(a, b)).toBe([...pixels(a)].some((pixel) => of.has(pixel)));
        expect(overlaps(b, a)).toBe(overlaps(a, b));
      }),
    );
  });
});

describe("names beside marks", () => {
  const offer = (x: number, y: number, text = "ab") => ({ key: `${x},${y}`, text, x, y, anchor: "start" as const });

  it("take the first place that is free, and may lie on their own mark", () => {
    const [own, other] = [boxAround(20, 50, 4), boxAround(60, 50, 4)];
    const namings = [{ mark: own, offered: [offer(55, 52), offer(18, 52), offer(100, 90)] }];
    // The first would lie on the other mark, the second lies on its own.
    expect(placed(namings, [own, other], page, lettering).map((l) => l.key)).toEqual(["18,52"]);
  });

  it("leave out who finds none, and those that chose before keep theirs", () => {
    const marks = [boxAround(20, 50, 4), boxAround(60, 50, 4)];
    const namings = marks.map((mark) => ({ mark, offered: [offer(30, 80)] }));
    expect(placed(namings, marks, page, lettering)).toHaveLength(1);
    expect(placed(namings.slice(1), marks, page, lettering)).toHaveLength(1);
  });

  it("stay within the bounds on every side, and touch them at most", () => {
    const mark = boxAround(100, 50, 4);
    const isPlaced = (x: number, y: number) => placed([{ mark, offered: [offer(x, y)] }], [mark], page, lettering).length === 1;
    expect([isPlaced(0, 9), isPlaced(188, 97)]).toEqual([true, true]);
    expect([isPlaced(-1, 9), isPlaced(0, 8), isPlaced(189, 97), isPlaced(188, 98)]).toEqual([false, false, false, false]);
  });

  it("never lie on each other or on a mark of another", () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 190 }), y: fc.integer({ min: 0, max: 100 }) });
    fc.assert(
      fc.property(fc.array(fc.tuple(place, fc.array(place, { minLength: 1, maxLength: 4 })), { maxLength: 12 }), (given) => {
        const marks = given.map(([{ x, y }]) => boxAround(x, y, 3));
        const namings = given.map(([, offered], k) => ({ mark: marks[k]!, offered: offered.map(({ x, y }) => offer(x, y)) }));
        const labels = placed(namings, marks, page, lettering);
        const taken = labels.map((label) => boxOf(label, lettering));
        taken.forEach((a, i) => {
          expect(taken.every((b, k) => k === i || !overlaps(a, b))).toBe(true);
          // At most its own.
          expect(marks.filter((mark) => overlaps(a, mark)).length).toBeLessThanOrEqual(marks.length > 0 ? 1 + equal(marks) : 0);
        });
      }),
    );
  });
});

/** How many marks stand where another stands: a name may lie on its own, and so on what stands there too. */
function equal(marks: readonly Box[]): number {
  return marks.length - new Set(marks.map((m) => `${m.left},${m.top}`)).size;
}
