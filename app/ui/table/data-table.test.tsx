import { renderToStaticMarkup } from "react-dom/server";
import { createRoutesStub } from "react-router";
import { describe, expect, it } from "vitest";
import type { Column } from "./column";
import { DataTable } from "./data-table";

interface Row {
  readonly key: string;
  readonly name: string;
  readonly x: number;
}
const rows: Row[] = [
  { key: "a", name: "Beta", x: 2 },
  { key: "b", name: "Alpha", x: NaN },
  { key: "c", name: "Gamma", x: 3 },
  { key: "d", name: "", x: -1 },
];
const columns: Column<Row>[] = [
  { key: "name", label: "name", text: true, value: (r) => r.name, cell: (r) => r.name },
  { key: "x", label: "x", about: "What x is", value: (r) => r.x, cell: (r) => String(r.x) },
];

/** The table as the server renders it at an address. */
function tableAt(address: string, more: Partial<Parameters<typeof DataTable<Row>>[0]> = {}): string {
  const Stub = createRoutesStub([
    {
      path: "/",
      Component: () => (
        <DataTable
          caption="Rows"
          rows={rows}
          columns={columns}
          rowKey={(r) => r.key}
          defaultSort="-x"
          href={(r) => `/row/${r.key}`}
          {...more}
        />
      ),
    },
  ]);
  return renderToStaticMarkup(<Stub initialEntries={[address]} />);
}
const orderOf = (html: string) => [...html.matchAll(/data-row="(\w)"/g)].map((m) => m[1]).join("");

describe("a table", () => {
  it("is sorted by its default, then by the address; nothing comes last either way", () => {
    expect(orderOf(tableAt("/"))).toBe("cadb");
    expect(orderOf(tableAt("/?sort=x"))).toBe("dacb");
    expect(orderOf(tableAt("/?sort=name"))).toBe("bacd");
    expect(orderOf(tableAt("/?sort=-name"))).toBe("cabd");
    expect(orderOf(tableAt("/?sort=unknown"))).toHaveLength(4);
    expect(orderOf(tableAt("/?order=name", { sortParam: "order" }))).toBe("bacd");
  });
  it("is sorted by several columns, the first before the others", () => {
    const more = [...rows, { key: "e", name: "Alpha", x: 2 }, { key: "f", name: "Beta", x: 9 }];
    expect(orderOf(tableAt("/?sort=name,-x", { rows: more }))).toBe("ebfacd");
    expect(orderOf(tableAt("/?sort=-x,name", { rows: more }))).toBe("fceadb");
    expect(tableAt("/?sort=-x,name")).toContain("<sub>2</sub>");
  });
  it("has the columns that the address names, in its order, behind the one that names the row", () => {
    const three = [...columns, { key: "y", label: "y", value: (r: Row) => -r.x, cell: () => "" }];
    const heads = (html: string) => [...html.matchAll(/data-column="(\w+)"/g)].map((m) => m[1]).join(" ");
    expect(heads(tableAt("/", { columns: three }))).toBe("name x y");
    expect(heads(tableAt("/?columns=y,x", { columns: three }))).toBe("name y x");
    expect(heads(tableAt("/?columns=unknown,y,name", { columns: three }))).toBe("name y");
    // What it is sorted by need not be shown.
    expect(orderOf(tableAt("/?columns=&sort=x", { columns: three }))).toBe("dacb");
  });
  it("says what it is sorted by, and links to the other order", () => {
    const html = tableAt("/?asof=2024-01-02");
    expect(html).toContain('aria-sort="descending"');
    expect(html).toContain('href="/?asof=2024-01-02&amp;sort=x"');
    expect(html).toContain('title="What x is"');
    expect(tableAt("/?sort=x")).toContain('aria-sort="ascending"');
  });
  it("has a caption, row headers that lead on, and one row that Tab reaches", () => {
    const html = tableAt("/");
    expect(html).toContain("<caption");
    expect(html.match(/scope="row"/g)).toHaveLength(4);
    expect(html).toContain('href="/row/c"');
    expect(html.match(/<tr[^>]*tabindex="0"/gi)).toHaveLength(1);
    expect(html).toContain('aria-rowcount="5"');
  });
  it("marks what is chosen, by name for those who do not see it", () => {
    const choose = { label: (r: Row) => `Choose ${r.name}`, isChosen: (r: Row) => r.key === "a", toggle: () => undefined };
    const html = tableAt("/", { choose });
    expect(html).toContain('aria-pressed="true" aria-label="Choose Beta"');
    expect(html.match(/aria-pressed="false"/g)).toHaveLength(3);
  });
  it("of nothing is a header alone", () => {
    expect(orderOf(tableAt("/", { rows: [] }))).toBe("");
  });
});
