import { renderToStaticMarkup } from "react-dom/server";
import { createRoutesStub } from "react-router";
import { describe, expect, it } from "vitest";
import { FrameContext, useFrameValue, type FrameValue } from "./frame-context";
import { isNeighbour, screenOf } from "./opener";
import { withNote } from "./routes/groups/note-filter";
import { Lacking } from "./ui/lacking";
import { Legend } from "./ui/legend";

describe("a screen, for the way back", () => {
  it("is its address without what only changes how it is shown", () => {
    expect(screenOf("/groups", "?peers=fund&sort=-r5")).toBe(screenOf("/groups", "?asof=2024-01-05"));
    expect(screenOf("/groups", "?in=sector:A&sort=rank")).toBe(screenOf("/groups", "?in=sector:A"));
    expect(screenOf("/groups", "?in=sector:A")).not.toBe(screenOf("/groups", "?in=sector:B"));
    expect(screenOf("/groups", "?of=sector:A")).not.toBe(screenOf("/groups", ""));
    expect(screenOf("/rotation", "?set=world")).not.toBe(screenOf("/rotation", "?set=sector"));
    expect(screenOf("/rotation", "?set=world&trail=4&back=2")).toBe(screenOf("/rotation", "?set=world"));
    expect(screenOf("/chart/AAA", "?history=63")).toBe(screenOf("/chart/AAA", ""));
    expect(screenOf("/chart/AAA", "")).not.toBe(screenOf("/chart/BBB", ""));
    expect(screenOf("/period-map", "?in=sector:A&from=2024-01-05")).toBe(screenOf("/period-map", "?in=sector:A"));
  });
});

describe("a neighbour in a list", () => {
  const [a, b] = [screenOf("/chart/AAA", ""), screenOf("/chart/BBB", "")];
  it("takes the place of another of its kind, and was opened from where that was", () => {
    expect([isNeighbour(b, a, "REPLACE"), isNeighbour(b, a, "PUSH")]).toEqual([true, false]);
    expect(isNeighbour(screenOf("/groups", "?in=sector:A"), screenOf("/groups", ""), "REPLACE")).toBe(true);
  });
  it("is not what was stepped in time before it was drawn: that was opened from the screen in view", () => {
    expect(isNeighbour(a, screenOf("/period-map", "?from=2025-01-10"), "REPLACE")).toBe(false);
    expect(isNeighbour(a, screenOf("/", ""), "REPLACE")).toBe(false);
  });
});

describe("rows with a note", () => {
  const rows = [{ notes: ["fading"] as const }, { notes: ["renewed", "established"] as const }, { notes: [] as const }];
  it("are those that have it; of no note, or of none there is, all", () => {
    expect(withNote(rows, "renewed", (r) => r.notes)).toEqual([rows[1]]);
    expect(withNote(rows, "cracking", (r) => r.notes)).toEqual([]);
    expect(withNote(rows, "", (r) => r.notes)).toHaveLength(3);
    expect(withNote(rows, "toString", (r) => r.notes)).toHaveLength(3);
  });
});

describe("what a market lacks", () => {
  const row = { market: "HOME", name: "Home market", currency: "EUR", broadIndex: null, volatilityIndex: null };
  function shown(frame: Partial<FrameValue>): string {
    const Screen = () => {
      const before = useFrameValue();
      return (
        <FrameContext value={{ ...before, ...frame }}>
          <Lacking of={["index", "volatility", "sectors"]} without="little can be said" />
        </FrameContext>
      );
    };
    const Stub = createRoutesStub([{ path: "/", Component: Screen }]);
    return renderToStaticMarkup(<Stub initialEntries={["/?market=HOME"]} />);
  }
  it("is said with what cannot be done and where to bring it", () => {
    const html = shown({ market: row, sectors: [] });
    expect(html).toContain("Home market has no broad index with highs and lows");
    expect(html).toMatch(
      /no volatility index and no sectors and industries of the stocks \(from a table of names, or typed under “who is who”\): little can be said\./,
    );
    expect(html).toContain('href="/files?market=HOME"');
  });
  it("is only what is missing, and nothing where all is there", () => {
    expect(shown({ market: { ...row, broadIndex: "IDX" }, sectors: ["A"] })).toContain(
      "Home market has no volatility index: little",
    );
    expect(shown({ market: { ...row, broadIndex: "IDX", volatilityIndex: "VOL" }, sectors: ["A"] })).toBe("");
    expect(shown({ market: undefined, sectors: [] })).toBe("");
  });
});

describe("a legend", () => {
  it("has lines, dots and bands", () => {
    const html = renderToStaticMarkup(
      <Legend
        entries={[
          { label: "close", colour: "black", line: "dashed" },
          { label: "sector", colour: "blue" },
          { label: "zone", colour: "teal", area: true },
        ]}
      />,
    );
    expect(html).toContain("border-top:2px dashed black");
    expect(html).toContain("border-radius:8px;background:blue");
    expect(html).toContain("background:teal;opacity:0.22");
  });
});
