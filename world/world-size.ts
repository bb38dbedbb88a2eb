/** How large a world is made; the defaults are the demo. */
export interface WorldSize {
  readonly stocks: number;
  readonly years: number;
  readonly reserve: number;
}

export const DEMO_SIZE: WorldSize = { stocks: 480, years: 24, reserve: 60 };

export type Progress = (share: number, doing: string) => void;
