import { useSyncExternalStore } from "react";

/** A stop as it is gone to: its address with market and date. */
export interface StopUnderWay {
  readonly href: string;
  readonly name: string;
  readonly parts: readonly string[];
}

/** A routine that is being worked through, in this window. */
export interface RoutineUnderWay {
  /** Of the brief, and what it is called. */
  readonly id: string;
  readonly name: string;
  /** Address of the brief. */
  readonly home: string;
  readonly stops: readonly StopUnderWay[];
  /** The stop in hand. */
  readonly at: number;
}

const KEY = "routine under way";
const listeners = new Set<() => void>();
let read: { readonly text: string | null; readonly value: RoutineUnderWay | undefined } = { text: null, value: undefined };

function valueNow(): RoutineUnderWay | undefined {
  const text = sessionStorage.getItem(KEY);
  if (text !== read.text) read = { text, value: text === null ? undefined : (JSON.parse(text) as RoutineUnderWay) };
  return read.value;
}

export function isRoutineUnderWay(): boolean {
  return valueNow() !== undefined;
}

/** Puts another state in its place; nothing ends it. */
export function setRoutine(next: RoutineUnderWay | undefined): void {
  if (next) sessionStorage.setItem(KEY, JSON.stringify(next));
  else sessionStorage.removeItem(KEY);
  for (const listen of listeners) listen();
}

/** The routine that is being worked through; undefined without one. */
export function useRoutineUnderWay(): RoutineUnderWay | undefined {
  return useSyncExternalStore(
    (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    valueNow,
    () => undefined,
  );
}
