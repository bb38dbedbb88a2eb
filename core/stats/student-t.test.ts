import { describe, expect, it } from "vitest";
import { studentT } from "./student-t";

/** Probability up to x by Simpson's rule over the density, whose constant comes from its own integral. */
function upTo(x: number, degrees: number): number {
  const density = (t: number) => (1 + (t * t) / degrees) ** (-(degrees + 1) / 2);
  const simpson = (f: (t: number) => number, to: number) => {
    const n = 20_000;
    let sum = f(0) + f(to);
    for (let k = 1; k < n; k++) sum += f((k * to) / n) * (k % 2 === 1 ? 4 : 2);
    return (sum * to) / n / 3;
  };
  // The half from 0 to infinity, with t = u / (1 - u).
  const half = simpson((u) => (u >= 1 ? 0 : density(u / (1 - u)) / (1 - u) ** 2), 1);
  return 0.5 + simpson(density, x) / (2 * half);
}

describe("a quantile of Student's t", () => {
  it("has a closed form for one degree of freedom, and for two", () => {
    for (const p of [0.55, 0.75, 0.9, 0.975, 0.995]) {
      expect(studentT(p, 1)).toBeCloseTo(Math.tan(Math.PI * (p - 0.5)), 8);
      expect(studentT(p, 2)).toBeCloseTo((2 * p - 1) / Math.sqrt(2 * p * (1 - p)), 8);
    }
  });
  it("is where the integral of the density is p, for degrees that need not be whole", () => {
    for (const degrees of [1.7, 3, 4.5, 10, 29.3, 240])
      for (const p of [0.6, 0.9, 0.975, 0.9995]) expect(upTo(studentT(p, degrees), degrees)).toBeCloseTo(p, 6);
  });
  it("comes to that of the normal distribution, and there is none without degrees", () => {
    expect(studentT(0.975, 1e7)).toBeCloseTo(1.959964, 5);
    expect(studentT(0.975, 0)).toBeNaN();
    expect(studentT(0.975, -1)).toBeNaN();
    expect(studentT(0.975, NaN)).toBeNaN();
  });
});
