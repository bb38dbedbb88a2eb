import { isNumberParameter, type Parameter, type Params } from "@core/conditions/measure";
import { clipped } from "@studies/words/words";
import { plotOf, type PlotUse } from "./plot";
import type { PlotKind } from "./plot-kind";
import { PLOT_KINDS } from "./plot-kinds";

const BY_NAME = new Map(PLOT_KINDS.map((kind) => [kind.name, kind]));

/** A plot as it was asked: its kind and all its parameters. */
export interface ReadPlot extends PlotUse {
  readonly of: PlotKind;
  readonly params: Params;
}

/**
 * Reads a plot's text.
 * @returns the plot, or what is wrong with the text
 */
export function readPlot(text: string): ReadPlot | { readonly error: string } {
  const use = plotOf(text);
  const kind = BY_NAME.get(use.kind);
  if (!kind) return { error: `there is no plot "${clipped(use.kind)}"` };
  const values = [...use.values];
  const last = kind.params.at(-1);
  // The last text may have the separator in it.
  if (last && !isNumberParameter(last) && values.length > kind.params.length)
    values.push(values.splice(kind.params.length - 1).join("_"));
  if (values.length > kind.params.length) return { error: `"${kind.name}" has ${kind.params.length} parameters` };
  const params: Record<string, number | string> = {};
  for (const [k, p] of kind.params.entries()) {
    const given = values[k] ?? "";
    const value = given === "" ? p.default : isNumberParameter(p) ? Number(given) : given;
    const wrong = wrongValue(p, value);
    if (wrong) return { error: `${p.name} of "${kind.name}" needs ${wrong}` };
    params[p.name] = value;
  }
  return { ...use, of: kind, params };
}

function wrongValue(p: Parameter, value: number | string): string | undefined {
  if (p.among) return (p.among as readonly unknown[]).includes(value) ? undefined : `one of ${p.among.join(", ")}`;
  if (!isNumberParameter(p)) return String(value).length <= 4000 ? undefined : "a shorter text";
  const isRight = Number(value) >= p.min && Number(value) <= p.max && (p.fractional ?? Number.isInteger(value));
  return isRight ? undefined : `a ${p.fractional ? "" : "whole "}number from ${p.min} to ${p.max}`;
}
