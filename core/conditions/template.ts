import { CoreError } from "../core-error";
import type { Params, Parameter } from "./measure";
import { isNumberParameter } from "./measure";

/*
 * Sentence parts with places for values: written from values, and read back to the same values. Tokens in braces:
 * `{it}`, `{its}` the subject, `{value}` and `{nth}` what is compared with, `{unit}`, `{units}` and `{on}` for the parameters
 * `sampling` and `on`, and every other parameter by its name.
 */

const UNITS: Readonly<Record<string, string>> = { daily: "session", weekly: "week", monthly: "month" };
const COLUMNS: Readonly<Record<string, string>> = {
  close: "",
  open: " of opens",
  high: " of highs",
  low: " of lows",
  volume: " of volume",
};

/** A template with the values of its tokens filled in. */
export function filled(template: string, params: Params, others: Readonly<Record<string, string>> = {}): string {
  return template.replace(/\{([\w-]+)\}/g, (_, token: string) => {
    if (token in others) return others[token]!;
    if (token === "unit") return UNITS[params["sampling"] as string]!;
    if (token === "units") return `${UNITS[params["sampling"] as string]!}${params["n"] === 1 ? "" : "s"}`;
    if (token === "on") return COLUMNS[params["on"] as string]!;
    const value = params[token];
    if (value === undefined) throw new CoreError("bad-option", `filled: no value for {${token}} in "${template}"`);
    return typeof value === "number" ? numberText(value) : token === "group" || token === "drawing" ? quoted(value) : value;
  });
}

/** A free text, such as the key of a group, as it stands in a sentence. */
export function quoted(text: string): string {
  return `\u201c${text.replace(/[\\\u201d]/g, "\\$&")}\u201d`;
}

export function unquoted(text: string): string {
  return text.slice(1, -1).replace(/\\(.)/gs, "$1");
}

/** A number as it is written in sentences: with a true minus, thousands in groups of three. */
export function numberText(x: number): string {
  const [whole, rest] = String(Math.abs(x)).split(".");
  const grouped = Math.abs(x) >= 10_000 && !whole!.includes("e") ? whole!.replace(/\B(?=(\d{3})+$)/g, ",") : whole!;
  return `${x < 0 ? "\u2212" : ""}${grouped}${rest === undefined ? "" : `.${rest}`}`;
}

/** The number that a text writes; NaN for none. */
export function readNumber(text: string): number {
  return /^[\u2212-]?[\d,]*\.?\d+(e[+-]?\d+)?$/.test(text) ? Number(text.replace(/,/g, "").replace("\u2212", "-")) : NaN;
}

export const NUMBER_PATTERN = String.raw`[\u2212-]?[\d,]*\.?\d+(?:e[+-]?\d+)?`;
export const TICKER_PATTERN = "[A-Za-z0-9][A-Za-z0-9._-]{0,19}";
const BENCHMARK_PATTERN = `the broad index|nothing|${TICKER_PATTERN}`;
export const QUOTED_PATTERN = "\u201c(?:\\\\.|[^\\\\\u201d])*\u201d";

/** A pattern that reads what `filled` writes of a template: its groups are named by the tokens, `-` written `_`. */
export function patternOf(
  template: string,
  parameters: readonly Parameter[],
  others: Readonly<Record<string, string>> = {},
): string {
  const seen = new Set<string>();
  return template
    .split(/(\{[\w-]+\})/)
    .map((part) => {
      const token = /^\{([\w-]+)\}$/.exec(part)?.[1];
      if (token === undefined) return escaped(part);
      const group = token.replace(/-/g, "_");
      if (seen.has(group)) return `\\k<${group}>`;
      seen.add(group);
      return `(?<${group}>${others[token] ?? tokenPattern(token, parameters)})`;
    })
    .join("");
}

function tokenPattern(token: string, parameters: readonly Parameter[]): string {
  if (token === "unit") return Object.values(UNITS).join("|");
  if (token === "units") return `(?:${Object.values(UNITS).join("|")})s?`;
  if (token === "on") return Object.values(COLUMNS).map(escaped).join("|");
  const parameter = parameters.find((p) => p.name === token);
  if (!parameter) throw new CoreError("bad-option", `patternOf: no parameter {${token}}`);
  if (isNumberParameter(parameter)) return NUMBER_PATTERN;
  if (parameter.names === "benchmark") return BENCHMARK_PATTERN;
  return parameter.among ? parameter.among.map(escaped).join("|") : QUOTED_PATTERN;
}

/** The parameters that the groups of a match give. */
export function paramsOfMatch(groups: Readonly<Record<string, string | undefined>>, parameters: readonly Parameter[]): Params {
  const params: Record<string, number | string> = {};
  for (const [name, text] of Object.entries(groups)) {
    if (text === undefined) continue;
    if (name === "unit" || name === "units") params["sampling"] = keyOfValue(UNITS, text.replace(/s$/, ""));
    else if (name === "on") params["on"] = keyOfValue(COLUMNS, text);
    else {
      const parameter = parameters.find((p) => p.name.replace(/-/g, "_") === name);
      if (!parameter) continue;
      params[parameter.name] = isNumberParameter(parameter)
        ? readNumber(text)
        : text.startsWith("\u201c")
          ? unquoted(text)
          : text;
    }
  }
  return params;
}

function keyOfValue(table: Readonly<Record<string, string>>, value: string): string {
  return Object.keys(table).find((key) => table[key] === value)!;
}

export function escaped(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
}
