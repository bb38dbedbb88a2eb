import { createContext, use } from "react";
import type { AnswerSource, PinSource } from "./pin-props";

export interface Pinning {
  /** Puts something into the tray, or into the brief whose routine is under way. */
  readonly pin: (source: PinSource, sentence?: number) => void;
  /** What the screen in view offers: its reading, table and pictures, and what its elements do. */
  readonly offered: () => readonly PinSource[];
  /** The question of the screen in view; undefined where nothing can be pinned. */
  readonly main: () => Omit<AnswerSource, "show"> | undefined;
}

export const PinContext = createContext<Pinning>({ pin: () => undefined, offered: () => [], main: () => undefined });

export const usePinning = (): Pinning => use(PinContext);
