import { describe, expect, it } from "vitest";
import { volumeClimaxes } from "./volume-climaxes";

describe("volume climaxes", () => {
  const close = Float64Array.from({ length: 30 }, (_, k) => 100 - k);
  const average = new Float64Array(30).fill(100);
  it("are at least three times the average at a close below each of the 19 before", () => {
    const volume = new Float64Array(30).fill(100);
    [18, 19, 25].forEach((k) => (volume[k] = 300));
    volume[26] = 299;
    expect(volumeClimaxes(close, volume, average)).toEqual([19, 25].map((at) => ({ at, sign: -1 })));
    const equal = close.map((c, k) => (k === 25 ? close[24]! : c));
    expect(volumeClimaxes(equal, volume, average)).toEqual([{ at: 19, sign: -1 }]);
  });
});
