import { describe, expect, it } from "vitest";
import { MEASURES, paramsOf } from "..";

describe("measures of conditions", () => {
  it("have the windows that their names have in the trade", () => {
    const windows = Object.fromEntries(
      MEASURES.flatMap((m) => Object.values(paramsOf({ measure: m.name })).map((n) => [m.name, n])),
    );
    expect(windows).toEqual({
      ...{ sma: 50, ema: 50, "highest close": 20, "lowest close": 20, "regression end": 63, "upper band": 20, "lower band": 20 },
      ...{ "detrended price": 20, "regression slope": 20, return: 21, rsi: 14, stochastic: 14, "williams r": 14 },
      ...{ "range position": 20, adx: 14, "plus di": 14, "minus di": 14, "band width": 20, "historical volatility": 21, atr: 14 },
      ...{ "average volume": 50, participation: 50 },
    });
  });
});
