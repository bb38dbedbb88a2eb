import { memberSpans, OPEN_END, type Belonging, type MemberSpans } from "@core";
import { findGroupKey, partsOf, pickedTickers } from "./group-key";
import type { ColumnData, MarketData } from "./market-data";

const spansKept = new WeakMap<MarketData["groups"], Map<string, MemberSpans>>();

/** The members of a group by its key, for columns: a sector or industry of the universe, a dated group, or all. */
export function spansOf(data: ColumnData, key: string): Belonging {
  return memberRuns(data as MarketData, key);
}

/** The same with the runs of sessions open to be read, for what cuts them at the as-of session. */
export function memberRuns(data: MarketData, key: string): MemberSpans {
  let kept = spansKept.get(data.groups);
  if (!kept) spansKept.set(data.groups, (kept = new Map<string, MemberSpans>()));
  let spans = kept.get(key);
  if (!spans) kept.set(key, (spans = findSpans(data, key)));
  return spans;
}

function findSpans(data: MarketData, key: string): MemberSpans {
  const { level, name } = findGroupKey(key) ?? { level: "market", name: "" };
  if (level === "market") return data.universe;
  if (level === "any") return unionOf(partsOf(key).map((part) => memberRuns(data, part)));
  if (level === "stocks") {
    const picked = new Set(pickedTickers(key));
    return memberSpans(
      data.instruments.map((i, k) =>
        picked.has(i.ticker) && data.panel.first[k]! >= 0 ? [[data.panel.first[k]!, OPEN_END]] : [],
      ),
    );
  }
  const none = () => memberSpans(data.instruments.map(() => []));
  if (level === "group") return data.groups.find((g) => g.name === name)?.spans ?? none();
  const { universe } = data;
  return memberSpans(
    data.instruments.map((instrument, i) => {
      const runs: [number, number][] = [];
      if (instrument[level] !== name) return runs;
      for (let k = universe.offset[i]!; k < universe.offset[i + 1]!; k++) runs.push([universe.from[k]!, universe.to[k]!]);
      return runs;
    }),
  );
}

function unionOf(all: readonly MemberSpans[]): MemberSpans {
  const instruments = all[0]!.offset.length - 1;
  return memberSpans(
    Array.from({ length: instruments }, (_, i) =>
      all.flatMap(({ offset, from, to }) =>
        Array.from({ length: offset[i + 1]! - offset[i]! }, (_, k): [number, number] => [
          from[offset[i]! + k]!,
          to[offset[i]! + k]!,
        ]),
      ),
    ),
  );
}
