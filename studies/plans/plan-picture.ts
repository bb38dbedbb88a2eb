import type { PlanSide } from "@core";
import { panesPicture, plainNumbers } from "@studies/pictures/picture-parts";
import type { Picture, PicturePane } from "@studies/pictures/picture-schema";

interface Shown {
  readonly bars: {
    readonly days: Int32Array;
    readonly open: Float64Array;
    readonly high: Float64Array;
    readonly low: Float64Array;
    readonly close: Float64Array;
  };
  readonly version: Partial<
    Readonly<
      Record<
        PlanSide,
        {
          readonly entry: { readonly order: string; readonly price?: number };
          readonly stop: number;
          readonly targets: readonly { readonly price: number }[];
          readonly addOns: readonly { readonly price: number }[];
        }
      >
    >
  >;
}

const BARS = 80;

/** The last bars before a plan's levels, both sides. */
export function planPicture({ bars, version }: Shown): Picture {
  const levels = (["long", "short"] as const).flatMap((side): NonNullable<PicturePane["levels"]>[number][] => {
    const orders = version[side];
    if (!orders) return [];
    return [
      ...(orders.entry.price === undefined ? [] : [{ value: orders.entry.price, name: `${side} entry`, ink: "indigo" as const }]),
      { value: orders.stop, name: `${side} stop`, ink: "rust" },
      ...orders.addOns.map(({ price }) => ({ value: price, name: `${side} add-on`, ink: "soft" as const })),
      ...orders.targets.map(({ price }, k) => ({
        value: price,
        name: `${side} target${orders.targets.length > 1 ? ` ${k + 1}` : ""}`,
        ink: "teal" as const,
      })),
    ];
  });
  const last = (column: Float64Array) => plainNumbers(column.slice(-BARS));
  return panesPicture(bars.days.slice(-BARS), [
    {
      ...{ share: 1, unit: "price", lines: [], levels },
      candles: { open: last(bars.open), high: last(bars.high), low: last(bars.low), close: last(bars.close) },
    },
  ]);
}
