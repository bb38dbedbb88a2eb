import type { Plotted } from "@studies/chart/plots/drawn";
import { date, fixed, price, signedPercent } from "@studies/words/words";
import type { PriceChart } from "./price-chart-data";

/** What is told of one bar, also to those who do not see it. */
export function barWords(data: PriceChart, k: number): string {
  return tooltipText(data, k)
    .replace(/<br>/g, "; ")
    .replace(/<[^>]*>/g, "")
    .replace(/&amp;/g, "&")
    .replace(/&lt;/g, "<");
}

/** Names come from the data: nothing in them is markup. */
const plain = (text: string) => text.replace(/&/g, "&amp;").replace(/</g, "&lt;");

export function hasRange({ high }: Pick<PriceChart, "high">): boolean {
  return high.some((x) => !Number.isNaN(x));
}

/** The first bar at which all have a close: there the percentages begin. */
export function firstTogether({ close, compared = [] }: Pick<PriceChart, "close" | "compared">): number {
  const found = close.findIndex((x, k) => !Number.isNaN(x) && compared.every((other) => !Number.isNaN(other.close[k])));
  return found >= 0 ? found : close.findIndex((x) => !Number.isNaN(x));
}

/** What is told under the pointer: the bar, and every value that is drawn there. */
export function tooltipText(data: PriceChart, k: number): string {
  const to = data.sampling === "daily" ? "" : `${data.sampling === "weekly" ? "week" : "month"} to `;
  const isNow = data.inProgress && k === data.days.length - 1;
  const head = `<b>${to}${date(data.days[k]!)}</b>${isNow ? ", not over" : ""}`;
  if (Number.isNaN(data.close[k])) return `${head}<br>no bar`;
  const at = (x: number) => price(x, data.close[k]);
  const change = k > 0 ? ` (${signedPercent(data.close[k]! / data.close[k - 1]! - 1)})` : "";
  const volume = data.volume[k] ?? NaN;
  const lines = [
    head,
    ...(hasRange(data) ? [`open ${at(data.open[k]!)} · high ${at(data.high[k]!)} · low ${at(data.low[k]!)}`] : []),
    `close <b>${at(data.close[k]!)}</b>${change}`,
    ...(Number.isNaN(volume) ? [] : [`volume ${Math.round(volume).toLocaleString("en-GB")}`]),
    ...data.plots.filter((plot) => !plot.hidden).flatMap((plot) => plotLines(plot, k, at)),
  ];
  const base = firstTogether(data);
  for (const { name, close } of data.compared ?? [])
    lines.push(
      `${plain(name)} ${signedPercent(close[k]! / close[base]! - 1)} (${signedPercent(data.close[k]! / data.close[base]! - 1)} here)`,
    );
  return lines.join("<br>");
}

/** What a plot has at a bar: its values, states and marks. */
function plotLines(plot: Plotted, k: number, at: (x: number) => string): string[] {
  const title = plain(plot.title);
  const isPrice = plot.place === "price" || plot.ownPane;
  const told = (x: number) => {
    if (isPrice) return at(x);
    return Math.abs(x) >= 1000 ? Math.round(x).toLocaleString("en-GB") : fixed(x, Math.abs(x) >= 10 ? 1 : 2);
  };
  // The volume of the bar stands there already; what is drawn with it names itself.
  const lines = (plot.lines ?? []).filter((line) => !Number.isNaN(line.values[k]) && line.name !== "volume");
  const withVolume = (plot.lines ?? []).some((line) => line.name === "volume");
  const values = lines.map((line) => `${lines.length > 1 || withVolume ? `${plain(line.name)} ` : ""}${told(line.values[k]!)}`);
  const ribbons = [...(plot.ribbons ?? []), ...(plot.tint ? [plot.tint] : [])];
  const states = ribbons.flatMap((r) => {
    const word = r.words[r.states[k] ?? -1];
    return word === undefined ? [] : [`${ribbons.length > 1 ? `${r.name} ` : ""}${word}`];
  });
  const marks = (plot.marks ?? []).filter((m) => m.sample === k).map((m) => plain(m.words));
  const said = [...values, ...states, ...marks];
  if (said.length === 0) return [];
  return [`${withVolume ? "" : `${title} `}${said.join(" · ")}`];
}
