import { describe, expect, it } from "vitest";
import { sync as nodeIcal, type VEvent } from "node-ical";
import { epochDay } from "@core";
import { calendarText } from "./calendar-text.server";

const entries = [
  {
    uid: "a@yubrin",
    title: "TUZOT Tuzot, Quays; and: more",
    about: `First line\nsecond, with a comma; and a very long text ${"that goes on ".repeat(20)}to its end ⟂ ü`,
    from: epochDay("2026-12-30"),
    to: epochDay("2027-02-28"),
  },
  { uid: "b@yubrin", title: "LIRAR reports", about: "", from: epochDay("2024-02-29"), to: epochDay("2024-02-29") },
];

describe("a calendar file", () => {
  const text = calendarText("Windows and reports", entries, epochDay("2026-10-16"));
  it("is read by a second library as it was meant", () => {
    const events = Object.values(nodeIcal.parseICS(text)).filter((x): x is VEvent => x?.type === "VEVENT");
    const local = (date: Date) =>
      `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, "0")}-${String(date.getDate()).padStart(2, "0")}`;
    expect(events.map((e) => [e.uid, e.summary, e.description ?? "", e.datetype, local(e.start), local(e.end!)])).toEqual([
      [entries[0]!.uid, entries[0]!.title, entries[0]!.about, "date", "2026-12-30", "2027-03-01"],
      [entries[1]!.uid, entries[1]!.title, "", "date", "2024-02-29", "2024-03-01"],
    ]);
  });
  it("has lines of at most 75 bytes that end as the standard wants, and is the same each time", () => {
    const lines = text.split("\r\n");
    expect(lines.at(-1)).toBe("");
    expect(lines.every((line) => !line.includes("\n"))).toBe(true);
    expect(Math.max(...lines.map((line) => Buffer.byteLength(line)))).toBeLessThanOrEqual(75);
    expect(lines.slice(0, 3)).toEqual(["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Yubrin//Calendar//EN"]);
    expect(text).toContain("DTSTAMP:20261016T000000Z");
    expect(calendarText("Windows and reports", entries, epochDay("2026-10-16"))).toBe(text);
  });
});
