import { useCallback, useState } from "react";
import type { DrawingKind } from "@core/drawings/drawing";
import type { DrawingVersion, SavedDrawing } from "@studies/drawings/drawing-schema";
import { versionAt } from "@studies/drawings/version-at";
import type { TypedReading } from "@studies/chart/plots/read-typed";
import type { Done } from "~/ui/use-undo";
import type { ChartResult } from "../facts";
import { dayOf, type SnappedPoint } from "./snap";
import { freeName, newId, useDrawings } from "./use-drawings";

type DrawReading = Extract<TypedReading, { readonly draw: unknown }>;

/** What is being drawn: its kind, and of a label its text. */
export interface Asked {
  readonly kind: DrawingKind;
  readonly text?: string | undefined;
}

/** The drawings of a chart: placed, moved, changed, copied and removed, each made on the session from which one looks. */
export function useChartDrawings(
  chart: ChartResult,
  saved: readonly SavedDrawing[],
  scale: DrawingVersion["scale"],
  note: (done: Done) => void,
) {
  const { put, remove, copy, error } = useDrawings({ market: chart.market, subject: chart.ticker }, saved, note);
  const [asked, setAsked] = useState<Asked & { readonly on: string }>();
  const [selected, setSelected] = useState<string>();
  const { asOf } = chart;
  /** The drawing with another form from this session on; a day has one. */
  const withVersion = (drawing: SavedDrawing, version: Omit<DrawingVersion, "made">, name = drawing.name): SavedDrawing => ({
    ...drawing,
    name,
    versions: [...drawing.versions.filter((v) => v.made !== asOf), { ...version, made: asOf }],
  });
  const add = (kind: DrawingKind, points: DrawingVersion["points"], text?: string) => {
    const drawing: SavedDrawing = {
      id: newId(),
      name: freeName(kind, saved),
      versions: [{ made: asOf, kind, scale, points, ...(kind === "label" ? { text: text ?? "Note" } : {}) }],
    };
    put(drawing, `${drawing.name} was drawn`);
    setSelected(drawing.id);
  };
  const cancel = useCallback(() => {
    setAsked(undefined);
  }, []);
  return {
    error,
    remove,
    copy,
    selected,
    select: setSelected,
    /** What is being placed on this chart. */
    asked: asked?.on === chart.ticker ? asked : undefined,
    cancel,
    /** Begins a drawing, or makes it where its prices were typed: those begin with the first bar. */
    begin: ({ draw, prices, text }: DrawReading) => {
      if (prices.length === 0) setAsked({ kind: draw, text, on: chart.ticker });
      else
        add(
          draw,
          prices.map((price) => ({ day: chart.firstDay, price })),
        );
    },
    place: (points: readonly SnappedPoint[]) => {
      if (!asked) return;
      setAsked(undefined);
      add(
        asked.kind,
        points.map((point) => ({ day: dayOf(chart, point), price: point.price })),
        asked.text,
      );
    },
    move: (id: string, moved: readonly (SnappedPoint | undefined)[]) => {
      const drawing = saved.find((d) => d.id === id);
      const version = drawing && versionAt(drawing, asOf);
      if (!drawing || !version) return;
      const points = version.points.map((point, k) => {
        const next = moved[k];
        return next ? { day: dayOf(chart, next), price: next.price } : point;
      });
      put(withVersion(drawing, { ...version, points }), `${drawing.name} was moved`);
    },
    change: (drawing: SavedDrawing, name: string, version: Omit<DrawingVersion, "made">) => {
      put(withVersion(drawing, version, name), `${name} was changed`);
    },
  };
}
