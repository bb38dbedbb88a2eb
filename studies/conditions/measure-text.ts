import type { MeasureUse } from "@core/conditions/condition";
import { isNumberParameter } from "@core/conditions/measure";
import { measureOf, paramsOf } from "@core/conditions/measures";
import type { Ranking } from "@core/scans/ranking";

/*
 * Measures as they stand in an address: the name and the values of the parameters in their order, "return_63" or
 * "distance_50_exponential"; a ratio with "/", a weighted mean of ranks with "*" and "+": "2*strength+trend".
 */

/** @throws CoreError `bad-option` for a measure or parameters that do not exist */
export function measureOfText(text: string): MeasureUse {
  const [name = "", ...values] = text.split("_");
  const { params } = measureOf(name);
  const given = values.flatMap((value, k): [string, number | string][] => {
    const parameter = params[k];
    if (value === "") return [];
    return parameter && !isNumberParameter(parameter) ? [[parameter.name, value]] : [[parameter?.name ?? value, Number(value)]];
  });
  const use = { measure: name, ...(given.length > 0 ? { params: Object.fromEntries(given) } : {}) };
  paramsOf(use);
  return use;
}

/** The shortest text of a measure: values at the end that are the usual ones are left out. */
export function measureText(use: MeasureUse): string {
  const { params } = measureOf(use.measure);
  const own = paramsOf(use);
  const values = params.map((p) => (own[p.name] === p.default ? "" : String(own[p.name])));
  while (values.at(-1) === "") values.pop();
  return [use.measure, ...values].join("_");
}

/** @throws CoreError `bad-option` for what is no ranking, or a measure or parameters that do not exist */
export function rankingOfText(text: string): Ranking {
  const [over, under, ...more] = text.split("/");
  if (under !== undefined && more.length === 0) return { ratio: [measureOfText(over!.trim()), measureOfText(under.trim())] };
  const parts = text.split("+").map((part) => part.trim());
  if (parts.length === 1 && !text.includes("*")) return { measure: measureOfText(text.trim()) };
  return {
    weighted: parts.map((part) => {
      const weighed = /^(\d+(?:\.\d+)?)\*(.*)$/.exec(part);
      return { weight: weighed ? Number(weighed[1]) : 1, measure: measureOfText(weighed ? weighed[2]! : part) };
    }),
  };
}

export function rankingText(ranking: Ranking): string {
  if ("measure" in ranking) return measureText(ranking.measure);
  if ("ratio" in ranking) return ranking.ratio.map(measureText).join("/");
  return ranking.weighted.map(({ weight, measure }) => `${weight}*${measureText(measure)}`).join("+");
}
