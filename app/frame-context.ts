import { createContext, use } from "react";
import type { MarketRow } from "@core/columns/dataset";
import type { FeedState } from "@server/feed/feed.server";
import type { SessionCalendar } from "./calendar";

/** The market's span as the time bar draws it. */
export interface Span {
  readonly days: Int32Array;
  readonly level: Float64Array;
  readonly spans: readonly { readonly from: number; readonly to: number; readonly direction: string }[];
}

/** What the frame knows and every screen may use. */
export interface FrameValue {
  readonly markets: readonly MarketRow[];
  readonly market: MarketRow | undefined;
  readonly calendar: SessionCalendar | undefined;
  readonly span: Span | undefined;
  /** Sectors of the market by name; their order gives their colours. */
  readonly sectors: readonly string[];
  /** Pictures of each study that has some, by its name. */
  readonly pictures: Readonly<Record<string, readonly { readonly key: string; readonly name: string }[]>>;
  /** Epoch day of the as-of session, undefined without data. */
  readonly asOf: number | undefined;
  /** Where the feed stands; undefined where there is no reserve to deliver from. */
  readonly feed: FeedState | undefined;
  /** Alerts that came and were not seen yet; undefined where nothing is watched. */
  readonly unseenAlerts: number | undefined;
  /** Whether the session in view is still in progress. */
  readonly provisional: boolean;
  /** Shows another session; `replace` while something is being dragged. */
  readonly goTo: (day: number, options?: { readonly replace?: boolean }) => void;
  /** Shows the session so many sessions on (or back) from the one asked for last. */
  readonly step: (by: number) => void;
}

export const FrameContext = createContext<FrameValue>({
  markets: [],
  market: undefined,
  calendar: undefined,
  span: undefined,
  sectors: [],
  pictures: {},
  asOf: undefined,
  feed: undefined,
  unseenAlerts: undefined,
  provisional: false,
  goTo: () => undefined,
  step: () => undefined,
});

export const useFrameValue = (): FrameValue => use(FrameContext);
