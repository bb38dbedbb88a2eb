import type { EChartsCoreOption, EChartsType } from "echarts/core";
import { FONT, readTheme, type ChartTheme } from "./chart-theme";

/** A picture as it leaves the application: what it is, when, and what every line of it is. */
export interface ExportedChart {
  readonly title: string;
  readonly subtitle: string;
  readonly legend: readonly string[];
  readonly options: (theme: ChartTheme) => EChartsCoreOption;
  /** The part in view, in percent of all bars. */
  readonly view: { readonly start: number; readonly end: number };
}

const WIDTH = 1280;
const CHART_HEIGHT = 640;
const MARGIN = 24;
const HEAD = 62;
const LINE = 18;
const SCALE = 2;
/** Letters of a line of the legend before it is wrapped. */
const WRAP = 190;

/** The picture as a PNG file of twice the size on screen, in the fonts of the page. */
export async function chartPng(exported: ExportedChart): Promise<Blob> {
  const { init } = await import("./echarts");
  const theme = readTheme();
  const box = document.createElement("div");
  const chart = init(box, null, { renderer: "canvas", width: WIDTH - 2 * MARGIN, height: CHART_HEIGHT });
  show(chart, exported, theme);
  const lines = exported.legend.flatMap(wrapped);
  const canvas = document.createElement("canvas");
  canvas.width = SCALE * WIDTH;
  canvas.height = SCALE * heightOf(lines);
  const pen = canvas.getContext("2d")!;
  pen.scale(SCALE, SCALE);
  pen.fillStyle = theme.paper;
  pen.fillRect(0, 0, WIDTH, heightOf(lines));
  pen.drawImage(chart.renderToCanvas({ pixelRatio: SCALE }), MARGIN, HEAD, WIDTH - 2 * MARGIN, CHART_HEIGHT);
  chart.dispose();
  for (const { words, y, size, weight, colour } of textsOf(exported, lines, theme)) {
    pen.font = `${weight} ${size}px ${FONT}`;
    pen.fillStyle = colour;
    pen.fillText(words, MARGIN, y);
  }
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => {
      if (blob) resolve(blob);
      else reject(new Error("the picture could not be written"));
    }, "image/png");
  });
}

/** Title, date and legend with their places. */
function textsOf({ title, subtitle }: ExportedChart, lines: readonly string[], theme: ChartTheme) {
  return [
    { words: title, y: 34, size: 20, weight: 600, colour: theme.ink },
    { words: subtitle, y: 54, size: 13, weight: 400, colour: theme.soft },
    ...lines.map((words, k) => ({ words, y: HEAD + CHART_HEIGHT + MARGIN + LINE * k, size: 12, weight: 400, colour: theme.ink })),
  ];
}

const heightOf = (lines: readonly string[]) => HEAD + CHART_HEIGHT + MARGIN + LINE * lines.length + MARGIN;

/** Draws the part in view. */
function show(chart: EChartsType, { options, view }: ExportedChart, theme: ChartTheme): void {
  chart.setOption({ animation: false, ...options(theme) });
  const all = chart.getOption()["dataZoom"] as { type: string }[];
  // The overview is for moving along; on paper nothing moves.
  chart.setOption({ dataZoom: all.map((zoom) => (zoom.type === "slider" ? { show: false, ...view } : view)) });
}

/** The picture as an SVG file, with title, date and legend. */
export async function chartSvg(exported: ExportedChart): Promise<string> {
  const { init } = await import("./echarts-svg");
  const theme = readTheme();
  const chart = init(null, null, { renderer: "svg", ssr: true, width: WIDTH - 2 * MARGIN, height: CHART_HEIGHT });
  show(chart, exported, theme);
  const picture = chart.renderToSVGString();
  chart.dispose();
  const lines = exported.legend.flatMap(wrapped);
  const height = heightOf(lines);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${height}" viewBox="0 0 ${WIDTH} ${height}">`,
    `<rect width="100%" height="100%" fill="${theme.paper}"/>`,
    ...textsOf(exported, lines, theme).map(
      ({ words, y, size, weight, colour }) =>
        `<text x="${MARGIN}" y="${y}" font-family="${FONT}" font-size="${size}" font-weight="${weight}" fill="${colour}">${escapedXml(words)}</text>`,
    ),
    `<svg x="${MARGIN}" y="${HEAD}" width="${WIDTH - 2 * MARGIN}" height="${CHART_HEIGHT}">${picture}</svg>`,
    "</svg>",
  ].join("\n");
}

/** A line of the legend in as many as it needs. */
function wrapped(line: string): string[] {
  const out: string[] = [];
  let rest = line;
  while (rest.length > WRAP) {
    const at = Math.max(1, rest.lastIndexOf(" ", WRAP));
    out.push(rest.slice(0, at));
    rest = `    ${rest.slice(at + 1)}`;
  }
  return [...out, rest];
}

const escapedXml = (text: string) =>
  text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;").replace(/"/g, "&quot;");
