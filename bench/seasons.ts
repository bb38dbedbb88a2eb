import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import {
  calendarPeriods,
  countWindows,
  firstForWindows,
  holdShares,
  holdSigns,
  periodReturns,
  searchWindows,
  seasonRecord,
  seriesOf,
  startDays,
} from "@core";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { windows } from "@studies/seasons/windows";
import { row, shortest } from "./rows";

/** Rows of months and date windows of all stocks, each beside a reference on the same data. */
export function seasonRows(whole: MarketData, folder: string): void {
  const n = whole.panel.sessions.length;
  const closes = whole.instruments.flatMap((i, k) =>
    i.kind === "stock" && whole.panel.first[k]! >= 0 ? [seriesOf(whole.panel.close, whole.panel.stride, k, n)] : [],
  );
  const days = whole.panel.sessions.subarray(0, n);
  const input = path.join(folder, "closes-of-stocks.bin");
  fs.writeFileSync(input, "");
  for (const close of closes) fs.appendFileSync(input, Buffer.from(close.slice().buffer));
  monthRow(closes, days, { input, folder });
  windowRows(whole, closes, { input, folder, days });
}

interface Files {
  /** Closes, an instrument after the other. */
  readonly input: string;
  readonly folder: string;
}

function monthRow(closes: readonly Float64Array[], days: Int32Array, { input, folder }: Files): void {
  const periods = calendarPeriods(days, "month");
  const work = () =>
    closes.map((close) => {
      const { returns, signs } = periodReturns(close, periods);
      const own = Array.from({ length: 12 }, (): number[] => []);
      const wins = new Uint8Array(12);
      for (let k = 0; k < returns.length; k++) {
        if (Number.isNaN(returns[k])) continue;
        own[periods.places[k]! - 1]!.push(returns[k]!);
        if (signs[k] === 1) wins[periods.places[k]! - 1]!++;
      }
      return own.map((of, place) => seasonRecord(of, wins[place]!));
    });
  const ms = shortest(7, work);
  const job = `month tables of ${closes.length} stocks with their averages`;
  const files = ["ends", "names"].map((name) => path.join(folder, `${name}.bin`)) as [string, string];
  fs.writeFileSync(files[0], Buffer.from(periods.ends.slice().buffer));
  fs.writeFileSync(files[1], Buffer.concat([periods.years, periods.places].map((column) => Buffer.from(column.slice().buffer))));
  const said = spawnSync(
    "/usr/bin/python3",
    [path.join(import.meta.dirname, "month-table.py"), input, ...files, String(days.length)],
    {
      encoding: "utf8",
    },
  );
  const [theirs, sum] = said.stdout.trim().split(" ").map(Number);
  const mine = work()
    .flat()
    .reduce((sum, { mean }) => sum + (Number.isNaN(mean) ? 0 : mean), 0);
  if (said.status === 0 && Math.abs(mine - sum!) > 1e-6) throw new Error(`months and their reference disagree: ${mine}, ${sum}`);
  row(job, ms, said.status === 0 ? `${(ms / theirs!).toFixed(2)} x numpy (${theirs!.toFixed(0)} ms); budget 1.0` : "no numpy");
}

function windowRows(
  whole: MarketData,
  closes: readonly Float64Array[],
  { input, folder, days }: Files & { days: Int32Array },
): void {
  const starts = startDays(days);
  const wanted = { years: 10, wins: 9, holds: [5, 60] as const };
  const search = () => {
    let hits = 0;
    for (const close of closes) {
      const series = { close, starts, signs: holdSigns(close, firstForWindows(close, starts, 13)) };
      for (const skip of [0, 3]) {
        const counts = countWindows(series, { years: 10, skip });
        if (skip === 0) holdShares(series, counts);
        for (const side of [1, -1] as const)
          hits += searchWindows(counts, close, starts, { ...wanted, side, skip }).hits.reduce((a, b) => a + b, 0);
      }
    }
    return hits;
  };
  const hits = search();
  const ms = shortest(4, search);
  const binary = path.join(folder, "windows");
  const entries = path.join(folder, "entries.bin");
  fs.writeFileSync(entries, Buffer.from(starts.entries.slice().buffer));
  const job = `windows of ${closes.length} stocks x 366 days x 56 holds x 10 years, both ways, held out`;
  if (spawnSync("gcc", ["-O3", "-o", binary, path.join(import.meta.dirname, "windows.c"), "-lm"]).status === 0) {
    const said = spawnSync(binary, [input, entries, closes.length, days.length, starts.years.length].map(String), {
      encoding: "utf8",
    });
    const [theirs, found] = said.stdout.trim().split(" ").map(Number);
    if (found !== hits) throw new Error(`windows and their reference in C disagree: ${hits}, ${found}`);
    row(job, ms, `${(ms / theirs!).toFixed(1)} x scalar C (${theirs!.toFixed(0)} ms), which only counts`);
  } else row(job, ms, "no C compiler");
  let t = days.length;
  const ask = (params: Record<string, unknown>, at: number) => windows.ask(new Market(whole, at), windows.params.parse(params));
  row(
    "  the whole answer from nothing",
    shortest(3, () => ask({}, --t)),
    "budget 3,000",
  );
  let least = 0;
  row(
    "  the same with other thresholds",
    shortest(6, () => ask({ least: ++least, holds: [5, 60 - least] }, t)),
    "budget 300",
  );
}
