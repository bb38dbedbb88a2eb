import { describe, expect, it } from "vitest";
import type { DryRun } from "@server/ingest/dry-run.server";
import type { IncomingForm, IncomingState } from "@server/ingest/incoming.server";
import { saidAll } from "@studies/testing/said";
import { incomingReading } from "./incoming-reading";

const none = { total: 0, first: [] };
const dryRun = (more: Partial<DryRun> = {}): DryRun => ({
  ...{ newTickers: none, knownTickers: 0, thin: none, gaps: none, splits: none, suspicious: none, groups: none },
  bars: { added: 0, same: 0, changed: 0, changedInstruments: 0, medianMove: null, largest: null },
  ...{ first: null, last: null, words: "", notes: [], problems: [], problemCount: 0, isUsable: true },
  ...more,
});
const said = (more: Partial<IncomingState>) =>
  saidAll(
    incomingReading({
      ...{ id: "1", given: 2, own: [], unreadable: [], forms: [], dryRun: undefined },
      job: { state: "done", done: 1, words: "" } as unknown as IncomingState["job"],
      ...more,
    }),
  );
const bars = (added: number, changed = 0) => ({ ...dryRun().bars, added, changed });

describe("what files would bring, in a sentence", () => {
  it("is what is lacking, before anything else", () => {
    const forms = [{ lack: undefined }, { lack: "Say which day comes first." }] as unknown as IncomingForm[];
    expect(said({ forms, dryRun: dryRun({ bars: bars(5) }) })).toBe("2 files cannot be tried yet. Say which day comes first.");
  });

  it("is that they are looked at, one or several", () => {
    const job = { state: "running" } as unknown as IncomingState["job"];
    expect(said({ job })).toBe("2 files are being looked at; nothing is changed yet.");
    expect(said({ job, given: 1 })).toBe("1 file is being looked at; nothing is changed yet.");
  });

  it("is that none can be read, or that none was tried", () => {
    const unreadable = [{ name: "a.xyz", why: "?" }] as unknown as IncomingState["unreadable"];
    expect(said({ unreadable })).toBe("None of the files can be read; nothing was changed.");
    expect(said({ unreadable, own: ["bars.csv"] })).toBe("The files were not tried; nothing was changed.");
    expect(said({})).toBe("The files were not tried; nothing was changed.");
  });

  it("counts bars, days and instruments", () => {
    const newTickers = { total: 1, first: ["A"] };
    const days = { first: "2026-01-05", last: "2026-01-09" };
    expect(said({ dryRun: dryRun({ bars: bars(1200, 3), ...days, newTickers }) })).toBe(
      "1,200 bars would be added and 3 changed, from 2026-01-05 to 2026-01-09; 1 instrument is new. Nothing is changed until you import.",
    );
    expect(said({ dryRun: dryRun({ bars: bars(1), first: days.first, last: days.first }) })).toBe(
      "1 bar would be added and none changed, all of 2026-01-05; 0 instruments are new. Nothing is changed until you import.",
    );
  });

  it("says bars that are the same already, and rows of other tables, or nothing", () => {
    const same = { ...bars(0), same: 7 };
    expect(said({ dryRun: dryRun({ bars: same, first: "2026-01-05", last: "2026-01-05" }) })).toContain("0 bars would be added");
    expect(said({ dryRun: dryRun({ words: "12 memberships" }) })).toContain("They would bring 12 memberships.");
    expect(said({ dryRun: dryRun() })).toContain("They would bring nothing.");
  });

  it("ends with rows that have a problem", () => {
    expect(said({ dryRun: dryRun({ problemCount: 1 }) })).toMatch(/ 1 row has a problem\.$/);
    expect(said({ dryRun: dryRun({ problemCount: 4 }) })).toMatch(/ 4 rows have a problem\.$/);
  });
});
