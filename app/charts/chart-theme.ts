/** Colours of the present theme, read where the browser has them. */
export interface ChartTheme {
  readonly paper: string;
  readonly raised: string;
  readonly ink: string;
  readonly soft: string;
  readonly rule: string;
  readonly teal: string;
  readonly rust: string;
  readonly indigo: string;
  readonly amber: string;
}

export function readTheme(): ChartTheme {
  const style = getComputedStyle(document.documentElement);
  const value = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    paper: value("paper"),
    raised: value("raised"),
    ink: value("ink"),
    soft: value("soft"),
    rule: value("rule"),
    teal: value("teal"),
    rust: value("rust"),
    indigo: value("indigo"),
    amber: value("amber-edge"),
  };
}

/** In single quotes: it stands in attributes of SVG files as well. */
export const FONT = "'Hanken Grotesk Variable', sans-serif";

/** An axis of sessions, labelled at the first session of a month, with no more than ten labels. */
export function sessionAxis(theme: ChartTheme, dates: readonly string[], gridIndex: number, labelled: boolean) {
  const labels = new Set(thinned(monthStarts(dates), dates.length));
  return {
    type: "category" as const,
    data: dates as string[],
    gridIndex,
    boundaryGap: true,
    ...sessionLines(theme),
    axisLabel: {
      ...sessionLabels(theme, labelled),
      interval: (index: number) => labels.has(index),
      formatter: (iso: string) => monthLabel(iso),
    },
    axisPointer: { label: pointerLabel(theme, labelled) },
  };
}

/**
 * An axis of sessions by their numbers, for a long history that is zoomed and panned: of numbers the chart works out the places at
 * once, of names one by one. It is labelled at the first sessions of as many months as there is room for.
 */
export function numberedSessionAxis(theme: ChartTheme, dates: readonly string[], gridIndex: number, labelled: boolean) {
  return {
    type: "value" as const,
    min: -0.5,
    max: dates.length - 0.5,
    gridIndex,
    ...sessionLines(theme),
    axisLabel: {
      ...sessionLabels(theme, labelled),
      // From its session on, so that none is cut at the left edge wherever one has moved to.
      align: "left" as const,
      customValues: labelled ? monthStarts(dates) : [],
      formatter: (row: number) => monthLabel(dates[row] ?? ""),
    },
    axisPointer: {
      snap: true,
      label: { ...pointerLabel(theme, labelled), formatter: ({ value }: { value: number }) => dates[Math.round(value)] ?? "" },
    },
  };
}

function sessionLines(theme: ChartTheme) {
  return { axisLine: { lineStyle: { color: theme.rule } }, axisTick: { show: false }, splitLine: { show: false } };
}

function sessionLabels(theme: ChartTheme, show: boolean) {
  return { show, color: theme.soft, fontFamily: FONT, fontSize: 11, hideOverlap: true };
}

function pointerLabel(theme: ChartTheme, show: boolean) {
  return { show, backgroundColor: theme.indigo, color: theme.raised, fontFamily: FONT };
}

/** A frame for axes that stands exactly where it is put, so that frames above each other share their sides. */
export function frame(place: object) {
  return { left: 4, outerBoundsMode: "none" as const, ...place };
}

export function valueAxis(theme: ChartTheme, gridIndex: number, { axisLabel, ...extra }: Readonly<Record<string, unknown>> = {}) {
  return {
    type: "value" as const,
    gridIndex,
    position: "right" as const,
    scale: true,
    axisLine: { show: false },
    axisTick: { show: false },
    axisLabel: { color: theme.soft, fontFamily: FONT, fontSize: 11, ...(axisLabel as object | undefined) },
    axisPointer: { show: false },
    splitLine: { lineStyle: { color: theme.rule, width: 0.6 } },
    splitNumber: 4,
    ...extra,
  };
}

/**
 * Values as a chart takes them quickest: the place of each and the value, side by side, NaN for a gap. Of a list it looks at every
 * entry by itself for a style of its own.
 */
export function placedValues(values: ArrayLike<number>, placed = (x: number) => x): Float64Array {
  const out = new Float64Array(2 * values.length);
  for (let k = 0; k < values.length; k++) {
    out[2 * k] = k;
    out[2 * k + 1] = placed(values[k]!);
  }
  return out;
}

/** A plain line of a column, with a gap where it has no value. */
export function lineSeries(
  name: string,
  values: ArrayLike<number>,
  style: { readonly color: string; readonly width?: number; readonly type?: "solid" | "dashed" | "dotted" },
  grid = 0,
) {
  return {
    type: "line" as const,
    name,
    xAxisIndex: grid,
    yAxisIndex: grid,
    data: placedValues(values),
    showSymbol: false,
    silent: true,
    lineStyle: { width: 1, ...style },
    itemStyle: { color: style.color },
  };
}

export function tooltip(theme: ChartTheme) {
  return {
    trigger: "axis" as const,
    backgroundColor: theme.raised,
    borderColor: theme.rule,
    borderWidth: 1,
    padding: [6, 10],
    textStyle: { color: theme.ink, fontFamily: FONT, fontSize: 12 },
    axisPointer: {
      type: "cross" as const,
      lineStyle: { color: theme.soft, width: 0.8 },
      crossStyle: { color: theme.soft, width: 0.8 },
    },
    confine: true,
    transitionDuration: 0,
  };
}

/** Rows at which a month begins. */
function monthStarts(dates: readonly string[]): number[] {
  const starts: number[] = [];
  for (let k = 1; k < dates.length; k++) if (dates[k]!.slice(0, 7) !== dates[k - 1]!.slice(0, 7)) starts.push(k);
  return starts;
}

/** At most about ten of them, none at the edges. */
function thinned(starts: readonly number[], rows: number): number[] {
  const step = Math.ceil(starts.length / 10);
  const edge = rows / 13;
  return starts.filter((k, i) => i % step === 0 && k > edge && k < rows - edge);
}

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

function monthLabel(iso: string): string {
  return `${MONTHS[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`;
}

/** A band between two values, tinted. What it is stands in the legend: on the picture the lines would run through it. */
export function zoneArea(from: number, to: number, colour: string) {
  return [{ yAxis: from, itemStyle: { color: colour, opacity: 0.1 } }, { yAxis: to }];
}
