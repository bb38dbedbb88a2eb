import type { Rule } from "@core/conditions/condition";

export const GATE_LEVELS = ["market", "sector", "industry", "stock"] as const;
/** Of what a gate asks: the market, the sector or industry of a stock, or the stock itself. */
export type GateLevel = (typeof GATE_LEVELS)[number];

export interface Gate {
  readonly level: GateLevel;
  readonly when: Rule;
}

const isOn = (left: Rule): Rule => ({ all: [left] });
const above = (measure: string, right: number): Rule => isOn({ left: { measure }, comparator: "at least", right });

/** Gates to begin with: the market, then the groups. */
export const READY_GATES: readonly (Gate & { readonly name: string })[] = [
  {
    name: "regime not Falling",
    level: "market",
    when: isOn({ left: { measure: "regime" }, comparator: "is not", right: "Falling" }),
  },
  { name: "industry in the upper third of Strength", level: "industry", when: above("strength", 66.7) },
  {
    name: "industry ahead and gaining",
    level: "industry",
    when: isOn({ left: { measure: "phase", params: { set: "industries" } }, comparator: "is", right: "ahead, gaining" }),
  },
  { name: "consistent month of the industry", level: "industry", when: above("month win rate", 0.7) },
];
