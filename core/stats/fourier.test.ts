import { describe, expect, it } from "vitest";
import { seeded } from "../testing";
import { fourier } from "./fourier";

/** The transform as its formula says, frequency by frequency. */
function transformed(re: Float64Array, im: Float64Array): { re: number; im: number }[] {
  const n = re.length;
  return Array.from({ length: n }, (_, f) => {
    let [x, y] = [0, 0];
    for (let k = 0; k < n; k++) {
      const angle = (-2 * Math.PI * ((f * k) % n)) / n;
      x += re[k]! * Math.cos(angle) - im[k]! * Math.sin(angle);
      y += re[k]! * Math.sin(angle) + im[k]! * Math.cos(angle);
    }
    return { re: x, im: y };
  });
}

/** A number with its binary digits the other way round. */
function backwards(f: number, digits: number): number {
  let out = 0;
  for (let d = 0; d < digits; d++) out = 2 * out + (Math.floor(f / 2 ** d) % 2);
  return out;
}

const random = seeded(4);
const series = (n: number) => Float64Array.from({ length: n }, () => random() - 0.5);

describe("fourier", () => {
  for (const digits of [0, 1, 2, 3, 4, 5, 8, 9]) {
    const n = 2 ** digits;
    it(`gives every frequency of ${n} values, scattered, and gathers them again`, () => {
      const [re, im] = [series(n), series(n)];
      const wanted = transformed(re, im);
      const { scatter, gather } = fourier(n);
      const [x, y] = [re.slice(), im.slice()];
      scatter(x, y);
      wanted.forEach((one, f) => {
        const place = backwards(f, digits);
        expect(x[place]).toBeCloseTo(one.re, 10);
        expect(y[place]).toBeCloseTo(one.im, 10);
      });
      gather(x, y);
      for (let k = 0; k < n; k++) {
        expect(x[k]! / n).toBeCloseTo(re[k]!, 12);
        expect(y[k]! / n).toBeCloseTo(im[k]!, 12);
      }
    });
  }

  it("says where the opposite of a frequency is: of a real series it is the conjugate", () => {
    for (const n of [2, 8, 64, 128]) {
      const [x, y] = [series(n), new Float64Array(n)];
      const { scatter, opposite } = fourier(n);
      scatter(x, y);
      expect(opposite).toHaveLength(n);
      for (let place = 0; place < n; place++) {
        expect(x[opposite[place]!]).toBeCloseTo(x[place]!, 12);
        expect(y[opposite[place]!]).toBeCloseTo(-y[place]!, 12);
      }
    }
  });

  it("refuses a length that is no power of two", () => {
    for (const n of [0, 3, 12]) expect(() => fourier(n)).toThrow("needs a power of two");
  });
});
