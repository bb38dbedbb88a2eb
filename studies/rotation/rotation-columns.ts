import type { Column } from "@studies/table";
import type { RotationRow } from "./rotation-row";

/**
 * What is told of a member at the latest sample.
 * @param sampleName "session", "week" or "month"
 */
export function rotationColumns(sampleName: string): Column<RotationRow>[] {
  return [
    { key: "name", label: "member", unit: "text", value: (m) => m.name },
    { key: "key", label: "key", unit: "text", value: (m) => m.key },
    {
      key: "trend",
      label: "trend",
      unit: "sigma",
      about: "Relative trend T in sigma: above zero it is ahead of the benchmark",
      value: (m) => m.trend.at(-1) ?? NaN,
    },
    {
      key: "momentum",
      label: "momentum",
      unit: "sigma",
      about: "M in sigma: above zero it gains on the benchmark",
      value: (m) => m.momentum.at(-1) ?? NaN,
    },
    { key: "phase", label: "phase", unit: "text", value: (m) => m.phase },
    { key: "since", label: `${sampleName}s in it`, unit: "count", value: (m) => m.since || NaN },
    {
      key: "hub",
      label: "from the hub",
      unit: "number",
      about: "Distance from the middle of the dial, in sigma",
      value: (m) => m.fromHub,
    },
    { key: "direction", label: "direction", unit: "count", about: "Of the last step, in degrees", value: (m) => m.direction },
    {
      key: "step",
      label: "step",
      unit: "number",
      about: `Length of the last step, sigma a ${sampleName}`,
      value: (m) => m.step,
    },
    { key: "score", label: "score", unit: "sigma", about: "T + M/2, by which pairs are made", value: (m) => m.score },
    {
      key: "flat",
      label: "flat trend",
      unit: "sigma",
      about: "The same trend against a flat line: above zero it rises by itself",
      value: (m) => m.flatTrend.at(-1) ?? NaN,
    },
    { key: "flatMomentum", label: "flat momentum", unit: "sigma", value: (m) => m.flatMomentum.at(-1) ?? NaN },
    { key: "value", label: "market value", unit: "number", value: (m) => m.value },
    { key: "temperament", label: "temperament", unit: "text", value: (m) => m.temperament },
    { key: "family", label: "belongs to", unit: "text", value: (m) => m.family },
  ];
}
