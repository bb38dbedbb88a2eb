import { useRef, type KeyboardEvent, type ReactNode } from "react";
import { plotOf, plotText, type PlotUse } from "@studies/chart/plots/plot";
import type { Plotted } from "@studies/chart/plots/drawn";
import { fixed, percent, price, signedPercent } from "@studies/words/words";
import { Explained } from "~/ui/term";
import { COMPARED_COLOURS, plotStyles } from "~/charts/plot-styles";
import type { ChartResult } from "../facts";
import { LegendRow } from "./legend-row";
import { PlotFields } from "./plot-fields";
import { PlotMark } from "./plot-mark";

interface Props {
  readonly chart: ChartResult;
  /** Puts another list of plots on the chart; the words tell what was done. */
  readonly onPlots: (next: readonly string[], words: string) => void;
  readonly onCompare: (next: readonly string[], words: string) => void;
  readonly onWindow: (next: string | undefined, words: string) => void;
  /** Lines of drawings. */
  readonly drawings: ReactNode;
  /** How many of them are shown, and hidden. */
  readonly drawn: { readonly shown: number; readonly hidden: number };
  /** The field by which more is added. */
  readonly children: ReactNode;
}

/** Everything on the chart, a line of words each with its present value and what it says; arrow keys walk the lines. */
export function ChartLegend({ chart, onPlots, onCompare, onWindow, drawings, drawn, children }: Props) {
  const box = useRef<HTMLUListElement>(null);
  const { plots } = chart;
  const texts = plots.map((p) => p.text);
  const styles = plotStyles(plots);
  const change = (k: number, next: PlotUse, words: string) => {
    onPlots(texts.with(k, plotText(next)), words);
  };
  const walk = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const rows = [...(box.current?.querySelectorAll<HTMLElement>("[data-legend-row]") ?? [])];
    const at = rows.indexOf(document.activeElement as HTMLElement);
    if (by === undefined || at < 0) return;
    event.preventDefault();
    event.stopPropagation();
    rows[at + by]?.focus();
  };
  const hidden = plots.filter((p) => p.hidden).length + drawn.hidden;
  const { compared, window: marked } = chart;
  const shown = 1 + plots.filter((p) => !p.hidden).length + compared.length + (marked ? 1 : 0) + drawn.shown;
  return (
    <section aria-label="On the chart" className="flex min-h-0 flex-col">
      <h2 className="heading flex justify-between border-b border-ink/60 pb-1">
        On the chart
        <span className="font-normal text-soft">
          {shown} shown{hidden > 0 && `, ${hidden} hidden`}
        </span>
      </h2>
      {/* Arrow keys are for its rows. */}
      <ul ref={box} className="min-h-0 overflow-y-auto" onKeyDown={walk}>
        <LegendRow
          mark={<PlotMark kind="bars" />}
          title={`${chart.ticker.includes(":") ? chart.name : chart.ticker}, ${chart.sampling}`}
          words={<Explained text={barsWords(chart)} />}
        />
        {plots.map((plot, k) => (
          <LegendRow
            key={keyOf(texts, k)}
            mark={<PlotMark kind={markOf(plot)} style={styles.get(plot.text)} />}
            title={plot.title}
            words={`${plot.value}${plot.says === "" ? "" : `, ${plot.says}`}`}
            hidden={plot.hidden}
            onHide={() => {
              change(k, { ...plotOf(plot.text), hidden: !plot.hidden }, `${plot.title} was ${plot.hidden ? "shown" : "hidden"}`);
            }}
            onRemove={() => {
              onPlots(texts.toSpliced(k, 1), `${plot.title} was removed`);
            }}
            onPane={
              plot.place === "price" || plot.ownPane
                ? () => {
                    change(k, { ...plotOf(plot.text), ownPane: !plot.ownPane }, `${plot.title} was moved`);
                  }
                : undefined
            }
            inPane={plot.ownPane}
            fields={
              plot.params.length === 0 ? undefined : (
                <PlotFields
                  plot={plot}
                  onChange={(values) => {
                    change(k, { ...plotOf(plot.text), values }, `${plot.title} was changed`);
                  }}
                />
              )
            }
          />
        ))}
        {compared.map(({ key, name, close }, k) => (
          <LegendRow
            key={`with ${key}`}
            mark={<PlotMark kind="line" colour={COMPARED_COLOURS[k]} />}
            title={name}
            words={comparedWords(chart, close)}
            onRemove={() => {
              onCompare(
                compared.map((c) => c.key).filter((own) => own !== key),
                `${name} was removed`,
              );
            }}
          />
        ))}
        {marked && (
          <LegendRow
            mark={<PlotMark kind="tint" />}
            title={`Window of ${marked.hold} sessions`}
            words={`rose in ${marked.rose} of ${marked.moves.length} years`}
            onRemove={() => {
              onWindow(undefined, "The window was removed");
            }}
          />
        )}
        {drawings}
      </ul>
      {children}
    </section>
  );
}

function barsWords({ close, range, facts }: ChartResult): string {
  const last = close[close.length - 1] ?? NaN;
  if (Number.isNaN(last)) return "no bar";
  const atr = Number.isNaN(range) ? "" : `; ATR(14) ${fixed(range, 2)}, ${percent(range / last)} of the close`;
  return `${price(last)} (${signedPercent(facts.r1)})${atr}`;
}

/** What it made since all have a close. */
function comparedWords({ close, compared }: ChartResult, own: Float64Array): string {
  const from = close.findIndex((x, k) => !Number.isNaN(x) && compared.every((c) => !Number.isNaN(c.close[k])));
  const made = (values: Float64Array) => values[values.length - 1]! / values[from]! - 1;
  return `${signedPercent(made(own))}, against ${signedPercent(made(close))} here`;
}

function markOf({ place, lines = [] }: Plotted) {
  if (place === "price") return "line" as const;
  if (place === "pane") return lines[0]?.style === "bars" ? ("volume" as const) : ("pane" as const);
  return place;
}

/** A line stays the same when its values change: its kind, and which of that kind it is. */
function keyOf(texts: readonly string[], k: number): string {
  const { kind } = plotOf(texts[k]!);
  return `${kind} ${texts.slice(0, k).filter((text) => plotOf(text).kind === kind).length}`;
}
