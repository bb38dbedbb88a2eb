import { fixed, percent, price, share, signed, signedPercent } from "@studies/words/words";
import type { BarsPicture, CurvesPicture, PicturePane } from "@studies/pictures/picture-schema";

type Unit = BarsPicture["unit"] | CurvesPicture["unit"] | PicturePane["unit"];

/** A figure of a picture as it reads. */
export function pictureFigure(unit: Unit, x: number): string {
  switch (unit) {
    case "change":
      return signedPercent(x);
    case "fraction":
      return percent(x, 0);
    case "percent":
      return share(x);
    case "count":
      return x.toLocaleString("en-GB");
    case "sigma":
      return signed(x, 2);
    case "price":
      return price(x);
    default:
      return Math.abs(x) >= 1000 ? fixed(x) : fixed(x, Math.abs(x) >= 20 ? 1 : 2);
  }
}

/** A mark of an axis: without decimals that all of them would share. */
export function axisFigure(unit: Unit, x: number): string {
  if (unit === "change") return `${Number((100 * x).toFixed(2))}%`.replace("-", "\u2212");
  if (unit === "percent") return `${x}%`.replace("-", "\u2212");
  return x.toLocaleString("en-GB", { maximumFractionDigits: 4 }).replace("-", "\u2212");
}
