import { describe, expect, it } from "vitest";
import { averageColumn } from "./averages";
import { groupSeries } from "./composites";
import { participationColumns, participationPercents } from "./participation";
import { advancesColumns, extremesColumns, internalsColumns } from "./internals";

interface Named {
  readonly name: string;
}

const isColumn = (value: unknown): value is Named =>
  typeof value === "object" && value !== null && "derive" in value && "name" in value;

describe("names of derived columns", () => {
  it("are each of one column", async () => {
    const modules = import.meta.glob<Record<string, unknown>>(["./**/*.ts", "!./**/*.test.ts"]);
    const own = new Map<string, Named>();
    for (const load of Object.values(modules))
      for (const column of Object.values(await load()).filter(isColumn)) {
        expect(own.get(column.name) ?? column).toBe(column);
        own.set(column.name, column);
      }
    expect(own.size).toBeGreaterThan(6);
    // Those that are made for a group or a length, each for two of them.
    const made: Named[] = [
      ...(["ema", "sma"] as const).flatMap((kind) => [averageColumn(kind, 10), averageColumn(kind, 20)]),
      ...["market:", "sector:Fish"].flatMap((key) => [
        ...(["ema", "sma"] as const).flatMap((kind) => [participationColumns(kind, key), participationPercents(kind, key)]),
        ...[advancesColumns(key), extremesColumns(key), internalsColumns(key), groupSeries(key)],
      ]),
    ];
    const names = [...own.keys(), ...made.map((column) => column.name)];
    expect(new Set(names).size).toBe(names.length);
  });
  it("are passing for what was picked, and for nothing else", () => {
    const of = (key: string) =>
      [
        participationColumns("ema", key),
        participationPercents("ema", key),
        advancesColumns(key),
        extremesColumns(key),
        internalsColumns(key),
        groupSeries(key),
      ].map((column) => column.ephemeral);
    expect(new Set(of("any:sector:Fish|market:"))).toEqual(new Set([true]));
    expect(new Set(of("stocks:AAA"))).toEqual(new Set([true]));
    expect(new Set(of("sector:any:"))).toEqual(new Set([false]));
  });
});
