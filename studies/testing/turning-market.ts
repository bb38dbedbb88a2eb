import type { Study } from "@studies/define-study";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "./hand-made-market";

/* A market that rises for three hundred sessions and then falls. */

export const N = 420;
/** Up for 300 sessions, then down at twice the rate. */
const turning = (from: number, rate: number) => [
  ...growing(from, rate, 300),
  ...growing(from * (1 + rate) ** 300, -2 * rate, N - 300),
];
const stock = (ticker: string, closes: number[], sector: string) => ({ ticker, closes, sector, industry: `${sector} works` });
export const data = handMadeMarket(
  [
    stock("AAA", turning(10, 0.002), "Fish"),
    stock("BBB", turning(20, 0.001), "Fish"),
    stock("CCC", growing(30, -0.001, N), "Ships"),
    stock("DDD", growing(12, 0.0015, N), "Ships"),
    { ticker: "IDX", closes: turning(1000, 0.0015), kind: "index" },
  ],
  "IDX",
);
export const at = (t: number) => new Market(data, t);
export const ask = <S extends Study["params"], R>(study: Study<S, R>, t: number, params: object = {}) => {
  const result = study.ask(at(t), study.params.parse(params));
  const text = study.reading(result).map((s) => s.map((p) => (typeof p === "string" ? p : p.figure)).join(""));
  return { result, text: text.join(" ") };
};
