import { CoreError } from "../core-error";
import type { MeasureUse } from "./condition";
import { MEASURES, paramsOf } from "./measures";
import { plainWords } from "./plain-words";
import { measuredBy, namedAtStart } from "./typed-comparisons";

const MOST_READINGS = 7;

/**
 * What was typed as one thinks it, read as measures.
 * Formula: measures whose name it is, with the parameters it says; then those whose name has words that begin with its words.
 * @param typed for example "ema 20" or "stoch"
 * @param most readings wanted [7]
 * @returns uses of measures, the likeliest first; none for a text that names nothing here
 * @example readMeasures("rsi 5")[0] // => { measure: "rsi", params: { n: 5 } }
 */
export function readMeasures(typed: string, most = MOST_READINGS): MeasureUse[] {
  const text = plainWords(typed);
  if (text === "") return [];
  const found = new Map<string, MeasureUse>();
  const add = (use: MeasureUse) => {
    const params = allParams(use);
    if (!params || found.size >= most) return;
    const key = JSON.stringify([use.measure, params]);
    if (!found.has(key)) found.set(key, use);
  };
  for (const [named, rest] of namedAtStart(text)) if (rest === "") add(measuredBy(named));
  const words = text.split(" ").filter((word) => !/^[\d.%-]+$/.test(word));
  const numbers = text.split(" ").flatMap((word) => (/^\d+(\.\d+)?$/.test(word) ? [Number(word)] : []));
  if (words.length === 0) return [...found.values()];
  for (const { name, noun, aliases, params } of MEASURES) {
    const known = plainWords(`${noun.replace(/\{[^}]*\}/g, " ")} ${aliases.join(" ")}`).split(" ");
    if (!words.every((word) => known.some((own) => own.startsWith(word)))) continue;
    // Numbers go to its parameters in their order.
    const numeric = params.filter((p) => typeof p.default === "number");
    if (numbers.length > numeric.length) continue;
    add({ measure: name, params: Object.fromEntries(numbers.map((x, k) => [numeric[k]!.name, x])) });
  }
  return [...found.values()];
}

/** Every parameter of a use; undefined where one is out of its bounds. */
function allParams(use: MeasureUse): object | undefined {
  try {
    return paramsOf(use);
  } catch (error) {
    if (error instanceof CoreError) return undefined;
    throw error;
  }
}
