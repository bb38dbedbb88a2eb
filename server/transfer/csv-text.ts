type Cell = string | number | null | undefined;

/**
 * Rows as CSV (RFC 4180) with a header. Numbers at full precision, NaN and null as empty cells. Text that a
 * spreadsheet would take for a formula gets an apostrophe before it.
 */
export function csvText(header: readonly string[], rows: Iterable<readonly Cell[]>): string {
  const lines = [csvLine(header)];
  for (const row of rows) lines.push(csvLine(row));
  return lines.join("");
}

/** One line, with its end. */
export function csvLine(cells: readonly Cell[]): string {
  return `${cells.map(cellText).join(",")}\r\n`;
}

function cellText(cell: Cell): string {
  if (cell === null || cell === undefined) return "";
  if (typeof cell === "number") return Number.isNaN(cell) ? "" : String(cell);
  const safe = /^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}
