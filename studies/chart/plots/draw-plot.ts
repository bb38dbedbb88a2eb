import { isNumberParameter, type Parameter } from "@core";
import type { Drawn, DrawnRibbon, Plotted, PlotParameter } from "./drawn";
import { drawLines, drawRelative, drawSwings } from "./draw-lines";
import { drawBracket, drawDividends, drawHolidays, drawLevels, drawReports, drawSystem } from "./draw-marks";
import { drawLanes, drawRegime, drawStates, drawTrendSide } from "./draw-ribbons";
import type { PlotContext } from "./plot-context";
import type { ReadPlot } from "./read-plot";
import { plotText } from "./plot";

/**
 * A plot on a chart: what is drawn of it, from a sample on, and how it reads at the last one.
 * @param start the first sample that is shown
 */
export function drawPlot(context: PlotContext, plot: ReadPlot, start: number): Plotted {
  const { of: kind, params, hidden, ownPane } = plot;
  const named = (found: { drawn: Drawn; name: string } | undefined, title: (name: string) => string) =>
    found ? { title: title(found.name), drawn: found.drawn } : { drawn: NOT_KNOWN };
  const { title = kind.title(params, context.sampling), drawn } = ((): { title?: string; drawn: Drawn } => {
    switch (kind.name) {
      case "relative":
        return named(drawRelative(context, String(params["benchmark"]), start), (name) => `Relative to ${name}`);
      case "system":
        return named(drawSystem(context, String(params["system"])), (name) => `Signals of ${name}`);
      case "swings":
        return { drawn: drawSwings(context, start) };
      case "bracket":
        return { drawn: drawBracket(context, params) };
      case "levels":
        return { drawn: drawLevels(context, start) };
      case "reports":
        return { drawn: drawReports(context) };
      case "dividends":
        return { drawn: drawDividends(context) };
      case "holidays":
        return { drawn: drawHolidays(context) };
      case "regime":
        return { drawn: drawRegime(context) };
      case "lanes":
        return { drawn: drawLanes(context) };
      case "trend side":
        return { drawn: drawTrendSide(context, params) };
      default:
        return { drawn: kind.place === "ribbon" ? drawStates(context, kind.name, params) : drawLines(context, kind, params) };
    }
  })();
  return {
    ...(hidden ? {} : shownFrom(drawn, start)),
    ...(drawn.value === "–"
      ? { value: drawn.says === "" ? "not known yet" : drawn.says, says: "" }
      : { value: drawn.value, says: drawn.says }),
    text: plotText(plot),
    title,
    place: kind.place === "price" && ownPane ? "pane" : kind.place,
    hidden,
    ownPane,
    guides: kind.guides ?? [],
    params: kind.params.flatMap((p) => (p.name === "system" ? [] : [parameterOf(p, params[p.name]!)])),
  };
}

const NOT_KNOWN: Drawn = { value: "–", says: "is not known at this date" };

function parameterOf(p: Parameter, value: number | string): PlotParameter {
  const shared = { name: p.name, value: String(value) };
  if (p.among) return { ...shared, among: p.among.map(String) };
  if (!isNumberParameter(p)) return shared;
  return { ...shared, min: p.min, max: p.max, step: p.fractional ? "any" : "1" };
}

/** What lies from a sample on. */
function shownFrom(drawn: Drawn, start: number): Drawn {
  const ribbon = (r: DrawnRibbon) => ({ ...r, states: r.states.slice(start) });
  return {
    ...drawn,
    ...(drawn.lines && {
      lines: drawn.lines.map((line) => ({
        ...line,
        values: line.values.slice(start),
        ...(line.numbers && { numbers: line.numbers.filter(([k]) => k >= start).map(([k, text]) => [k - start, text] as const) }),
      })),
    }),
    ...(drawn.ribbons && { ribbons: drawn.ribbons.map(ribbon) }),
    ...(drawn.tint && { tint: ribbon(drawn.tint) }),
    ...(drawn.marks && {
      marks: drawn.marks.filter((m) => m.sample >= start).map((m) => ({ ...m, sample: m.sample - start })),
    }),
  };
}
