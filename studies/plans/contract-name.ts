import type { Contract } from "@core/options/option-chain";
import { dayMonth } from "@studies/words/words";

/** "20 Nov 40 call". */
export function contractName({ expiry, strike, right }: Pick<Contract, "expiry" | "strike" | "right">): string {
  return `${dayMonth(expiry)} ${Number(strike.toFixed(6))} ${right}`;
}
