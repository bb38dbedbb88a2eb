/** Oscillators that can be drawn under a chart: their names in full, how they are called in a sentence, and the levels that guide the eye. */
export const OSCILLATORS = {
  rsi: { name: "RSI(14)", said: "RSI(14)", guides: [30, 70] },
  rsi2: { name: "RSI(2)", said: "RSI(2)", guides: [5, 95] },
  macd: { name: "MACD(12, 26, 9)", said: "MACD", guides: [0] },
  ppo: { name: "PPO(12, 26, 9)", said: "PPO", guides: [0] },
  adx: { name: "ADX(14) with +DI and \u2212DI", said: "ADX(14)", guides: [25] },
  stochastic: { name: "Stochastic(14, 3, 3)", said: "the stochastic K", guides: [20, 80] },
  williams: { name: "Williams %R(14)", said: "Williams %R(14)", guides: [-80, -20] },
  range: { name: "Range position, 20", said: "the range position of 20 sessions", guides: [33, 67] },
  detrended: { name: "Detrended price, 20", said: "the detrended price of 20 sessions", guides: [0] },
  volatility: {
    name: "Historical volatility, 21, percent",
    said: "the historical volatility of 21 sessions, in percent,",
    guides: [],
  },
  width: { name: "Bollinger width, 20, percent", said: "the Bollinger width of 20 sessions, in percent,", guides: [] },
} as const;

export type OscillatorName = keyof typeof OSCILLATORS;
