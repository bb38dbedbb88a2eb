import { findEpochDay } from "@core";
import { clipped as clippedTo } from "@studies/words/words";

const clipped = (text: string) => clippedTo(text, 40);

/*
 * How cells of the open formats are read. A reader gives the value, null for an empty cell, or an Error whose message
 * says what was needed and what came.
 */

export type Cell<T> = (text: string) => T | null | Error;

/** In time that grows with the text only: no part of it can be read in two ways. */
const NUMBER = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/;

export const textCell: Cell<string> = (text) => {
  if (text === "") return null;
  // Written so on export, that a spreadsheet does not take the text for a formula.
  return /^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text;
};

export const numberCell: Cell<number> = (text) => {
  if (text === "") return null;
  if (!NUMBER.test(text)) return new Error(`needs a number with a decimal dot, got "${clipped(text)}"`);
  const value = Number(text);
  return Number.isFinite(value) ? value : new Error(`needs a number that can be reckoned with, got "${clipped(text)}"`);
};

export const dateCell: Cell<number> = (text) => {
  if (text === "") return null;
  const day = findEpochDay(text);
  return Number.isNaN(day) ? new Error(`needs a date such as 2026-03-14, got "${clipped(text)}"`) : day;
};

export function oneOf<T extends string>(values: readonly T[]): Cell<T> {
  return (text) => {
    if (text === "") return null;
    return values.find((v) => v === text) ?? new Error(`needs one of ${values.join(", ")}, got "${clipped(text)}"`);
  };
}
