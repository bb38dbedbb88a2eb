import type { ScanColumn } from "@studies/scans/scan-columns";
import { cellOf } from "@studies/scans/scan-cell";
import { cellText } from "@studies/table";

const SHORT = new Intl.NumberFormat("en-GB", { notation: "compact", maximumFractionDigits: 1 });

/** A measure as it reads in a cell: states by their names, volumes in short. */
export function measureCell(column: ScanColumn, value: number): string {
  if (column.isVolume && !Number.isNaN(value)) return SHORT.format(value);
  return cellText(column.unit, cellOf(column, value));
}
