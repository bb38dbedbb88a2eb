/** Oscillators that can be drawn under a chart: their names in full and the levels that guide the eye. */
export const OSCILLATORS = {
  rsi: { name: "RSI(14)", guides: [30, 70] },
  rsi2: { name: "RSI(2)", guides: [5, 95] },
  macd: { name: "MACD(12, 26, 9)", guides: [0] },
  ppo: { name: "PPO(12, 26, 9)", guides: [0] },
  adx: { name: "ADX(14) with +DI and \u2212DI", guides: [25] },
  stochastic: { name: "Stochastic(14, 3, 3)", guides: [20, 80] },
  williams: { name: "Williams %R(14)", guides: [-80, -20] },
  range: { name: "Range position, 20", guides: [33, 67] },
  detrended: { name: "Detrended price, 20", guides: [0] },
  volatility: { name: "Historical volatility, 21, percent", guides: [] },
  width: { name: "Bollinger width, 20, percent", guides: [] },
} as const;

export type OscillatorName = keyof typeof OSCILLATORS;
