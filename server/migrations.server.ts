import { crc32 } from "node:zlib";
import type { Knex } from "knex";
import { newStamp } from "./stores/meta-store.server";

interface NamedMigration extends Knex.Migration {
  readonly name: string;
}

/** All changes of the tables, in order; a name never changes once it has been run anywhere. */
export const migrations: readonly NamedMigration[] = [
  {
    name: "001-market-data",
    async up(db) {
      await db.schema.createTable("meta", (t) => {
        t.string("key").primary();
        t.string("value").notNullable();
      });
      await db.schema.createTable("markets", (t) => {
        t.string("market").primary();
        t.string("name").notNullable();
        t.string("currency").notNullable();
        t.string("broad_index");
        t.string("volatility_index");
      });
      await db.schema.createTable("instruments", (t) => {
        t.increments("id");
        t.string("ticker").notNullable().unique();
        t.string("name").notNullable();
        t.string("kind").notNullable();
        t.string("market").references("markets.market");
        t.string("currency");
        t.integer("listed");
        t.integer("delisted");
        t.string("sector");
        t.string("industry");
        t.string("temperament");
        t.float("leverage");
        t.float("market_value_shares");
        t.index("market");
      });
      // One row an instrument and year; see bar-block.ts for the bytes.
      await db.schema.createTable("bar_blocks", (t) => {
        t.integer("instrument_id").notNullable().references("instruments.id").onDelete("CASCADE");
        t.integer("year").notNullable();
        t.integer("bars").notNullable();
        t.binary("block").notNullable();
        t.primary(["instrument_id", "year"]);
      });
      await db.schema.createTable("memberships", (t) => {
        t.increments("id");
        t.string("group_name").notNullable();
        t.string("kind").notNullable();
        t.integer("instrument_id").notNullable().references("instruments.id").onDelete("CASCADE");
        t.integer("from_day").notNullable();
        t.integer("to_day");
        t.float("weight");
        t.index("group_name");
      });
      await db.schema.createTable("holidays", (t) => {
        t.string("market").notNullable().references("markets.market").onDelete("CASCADE");
        t.integer("day").notNullable();
        t.integer("known").notNullable();
        t.primary(["market", "day"]);
      });
      await db.schema.createTable("fundamentals", (t) => {
        t.increments("id");
        t.integer("instrument_id").notNullable().references("instruments.id").onDelete("CASCADE");
        t.integer("known").notNullable();
        for (const column of ["eps", "eps_expected", "growth", "sales_growth", "dividend", "shares"]) t.float(column);
        t.integer("next_report");
        t.index(["instrument_id", "known"]);
      });
      // Sessions that only the feed stand-in may deliver.
      await db.schema.createTable("feed_reserve", (t) => {
        t.integer("day").primary();
        t.text("payload").notNullable();
      });
    },
    async down(db) {
      for (const table of [
        "feed_reserve",
        "fundamentals",
        "holidays",
        "memberships",
        "bar_blocks",
        "instruments",
        "markets",
        "meta",
      ]) {
        await db.schema.dropTable(table);
      }
    },
  },
  {
    name: "002-kept-things",
    async up(db) {
      // What the analyst makes and keeps: see server/items.server.ts for the kinds and their bodies.
      await db.schema.createTable("kept", (t) => {
        t.increments("id");
        t.string("kind").notNullable();
        t.string("name").notNullable();
        t.text("body").notNullable();
        t.unique(["kind", "name"]);
      });
    },
    async down(db) {
      await db.schema.dropTable("kept");
    },
  },
  {
    name: "003-derived-columns",
    async up(db) {
      await createDerivedColumns(db);
    },
    async down(db) {
      await db.schema.dropTable("derived_columns");
    },
  },
  {
    name: "004-delivered-sessions",
    async up(db) {
      // What the feed has delivered since the last import, a row a session: see delivered-store.server.ts.
      await db.schema.createTable("delivered_sessions", (t) => {
        t.integer("day").primary();
        t.integer("bars").notNullable();
        t.binary("block").notNullable();
      });
    },
    async down(db) {
      await db.schema.dropTable("delivered_sessions");
    },
  },
  {
    name: "005-checksums",
    async up(db) {
      // CRC-32 of every block, so that a damaged one is noticed: see bar-block.ts.
      for (const table of ["bar_blocks", "delivered_sessions"]) {
        await db.schema.alterTable(table, (t) => {
          t.integer("checksum").notNullable().defaultTo(0);
        });
        for (let after = 0; ;) {
          const rows = (await db(table)
            .select(db.raw("rowid as id"), "block")
            .where("rowid", ">", after)
            .orderBy("rowid")
            .limit(500)) as { id: number; block: Buffer }[];
          for (const { id, block } of rows)
            await db(table)
              .where("rowid", id)
              .update({ checksum: crc32(block) });
          const last = rows[rows.length - 1];
          if (!last) break;
          after = last.id;
        }
      }
    },
    async down(db) {
      for (const table of ["bar_blocks", "delivered_sessions"]) {
        await db.schema.alterTable(table, (t) => {
          t.dropColumn("checksum");
        });
      }
    },
  },
  {
    name: "006-data-changes",
    async up(db) {
      // What the latest imports and removals took the place of, so that they can be undone: see changes-store.server.ts.
      await db.schema.createTable("data_changes", (t) => {
        t.increments("id");
        t.string("kind").notNullable();
        t.integer("made_at").notNullable();
        t.text("words").notNullable();
      });
      const image = (table: string, columns: (t: Knex.CreateTableBuilder) => void) =>
        db.schema.createTable(table, (t) => {
          t.integer("change_id").notNullable().references("data_changes.id").onDelete("CASCADE");
          columns(t);
          t.index("change_id");
        });
      await image("change_rows", (t) => {
        t.string("table_name").notNullable();
        t.string("key").notNullable();
        // The rows of the key as they were, in Node's own serialisation; null where there were none.
        t.binary("rows");
      });
      await image("change_blocks", (t) => {
        t.integer("instrument_id").notNullable();
        t.integer("year").notNullable();
        t.integer("bars");
        t.binary("block");
        t.integer("checksum");
      });
    },
    async down(db) {
      for (const table of ["change_blocks", "change_rows", "data_changes"]) await db.schema.dropTable(table);
    },
  },
  {
    name: "007-pressure",
    async up(db) {
      await renameMeasure(db, "tide", "pressure");
    },
    async down(db) {
      await renameMeasure(db, "pressure", "tide");
    },
  },
  {
    name: "008-items",
    async up(db) {
      await db.schema.renameTable("kept", "items");
    },
    async down(db) {
      await db.schema.renameTable("items", "kept");
    },
  },
  {
    name: "009-stamps",
    async up(db) {
      // What was derived stands in the snapshot beside the database: panel/snapshots.server.ts.
      await db.schema.dropTable("derived_columns");
      await db("meta").where("key", "history_version").delete();
      await db("meta").insert(["data_stamp", "history_stamp"].map((key) => ({ key, value: newStamp() })));
    },
    async down(db) {
      await db("meta").whereIn("key", ["data_stamp", "history_stamp"]).delete();
      await createDerivedColumns(db);
    },
  },
  {
    name: "010-drawings",
    async up(db) {
      // What is drawn on charts, and each form it has had: see drawings-store.server.ts.
      await db.schema.createTable("drawings", (t) => {
        t.string("id").primary();
        t.string("market").notNullable();
        t.string("subject").notNullable();
        t.string("name").notNullable();
        t.index(["subject", "market"]);
      });
      await db.schema.createTable("drawing_versions", (t) => {
        t.string("drawing_id").notNullable().references("drawings.id").onDelete("CASCADE");
        t.integer("made").notNullable();
        t.text("body").notNullable();
        t.primary(["drawing_id", "made"]);
      });
    },
    async down(db) {
      for (const table of ["drawing_versions", "drawings"]) await db.schema.dropTable(table);
    },
  },
  {
    name: "011-lists",
    async up(db) {
      // Lists, and their members with the sessions on which they came and went: see lists-store.server.ts.
      await db.schema.createTable("lists", (t) => {
        t.increments("id");
        t.string("name").notNullable().unique();
        t.string("market").notNullable();
        t.text("note").notNullable().defaultTo("");
        t.integer("made");
        t.text("scan");
      });
      await db.schema.createTable("list_members", (t) => {
        t.integer("list_id").notNullable().references("lists.id").onDelete("CASCADE");
        t.integer("place").notNullable();
        t.string("ticker").notNullable();
        t.text("note").notNullable().defaultTo("");
        t.integer("added");
        t.integer("removed");
        t.primary(["list_id", "place"]);
      });
      // Those that were items so far; when they were made is not known. What cannot be read stays an item.
      for (const { id, name, body } of await db<{ id: number; kind: string; name: string; body: string }>("items").where({
        kind: "list",
      })) {
        const list = listItemOf(body);
        if (!list) continue;
        const [own] = (await db("lists").insert({ name, market: list.market })) as [number];
        await db.batchInsert(
          "list_members",
          list.tickers.map((ticker, place) => ({ list_id: own, place, ticker })),
          100,
        );
        await db("items").where({ id }).delete();
      }
    },
    async down(db) {
      for (const { id, name, market } of await db<{ id: number; name: string; market: string }>("lists").whereNull("scan")) {
        const tickers = await db("list_members").where({ list_id: id, removed: null }).orderBy("place").pluck<string[]>("ticker");
        await db("items").insert({ kind: "list", name, body: JSON.stringify({ version: 1, market, tickers }) });
      }
      for (const table of ["list_members", "lists"]) await db.schema.dropTable(table);
    },
  },
  {
    name: "012-alerts",
    async up(db) {
      // What is watched, until which session it was judged, and for whom it came on which session: see alerts-store.server.ts.
      await db.schema.createTable("alerts", (t) => {
        t.increments("id");
        t.string("name").notNullable().unique();
        t.string("market").notNullable();
        t.text("rule");
        t.text("target").notNullable();
        t.integer("judged").notNullable();
      });
      await db.schema.createTable("alert_events", (t) => {
        t.integer("alert_id").notNullable().references("alerts.id").onDelete("CASCADE");
        t.integer("session").notNullable();
        t.string("ticker").notNullable();
        t.integer("seen").notNullable().defaultTo(0);
        t.primary(["alert_id", "session", "ticker"]);
      });
    },
    async down(db) {
      for (const table of ["alert_events", "alerts"]) await db.schema.dropTable(table);
    },
  },
  {
    name: "013-plans",
    async up(db) {
      // Plans with their versions, and trades that were entered by hand: see plans-store.server.ts.
      await db.schema.createTable("plans", (t) => {
        t.string("id").primary();
        t.string("kind").notNullable();
        t.string("market").notNullable();
        t.string("ticker").notNullable();
        t.integer("revision").notNullable();
        t.text("body").notNullable();
        t.index(["kind", "market"]);
      });
    },
    async down(db) {
      await db.schema.dropTable("plans");
    },
  },
  {
    name: "014-briefs",
    async up(db) {
      // What is written up, what is called in it, and what was pinned for it: see briefs-store.server.ts and calls-store.server.ts.
      await db.schema.createTable("briefs", (t) => {
        t.string("id").primary();
        t.string("market").notNullable();
        t.string("purpose").notNullable();
        t.integer("as_of").notNullable();
        t.string("title").notNullable();
        t.integer("revision").notNullable();
        // Title and words in small letters, in which is searched.
        t.text("words").notNullable();
        t.text("body").notNullable();
        t.index(["market", "purpose", "as_of"]);
      });
      await db.schema.createTable("calls", (t) => {
        t.string("id").primary();
        t.string("market").notNullable();
        t.text("body").notNullable();
        t.index(["market"]);
      });
      await db.schema.createTable("pins", (t) => {
        t.increments("id");
        t.text("body").notNullable();
      });
    },
    async down(db) {
      for (const table of ["pins", "calls", "briefs"]) await db.schema.dropTable(table);
    },
  },
  {
    name: "015-arrivals",
    async up(db) {
      // Files that came by the watched folder, and what became of them: see arrivals-store.server.ts.
      await db.schema.createTable("arrivals", (t) => {
        t.increments("id");
        t.string("name").notNullable();
        t.string("digest").notNullable();
        t.string("outcome").notNullable();
        t.text("words").notNullable();
        t.integer("at").notNullable();
        t.index(["digest", "name"]);
      });
    },
    async down(db) {
      await db.schema.dropTable("arrivals");
    },
  },
  {
    name: "016-changes-counted",
    async up(db) {
      // How many instruments and bars there were before a change and after it; not known of earlier ones.
      await db.schema.alterTable("data_changes", (t) => {
        for (const column of COUNTED) t.integer(column);
      });
    },
    async down(db) {
      await db.schema.alterTable("data_changes", (t) => {
        t.dropColumns(...COUNTED);
      });
    },
  },
];

const COUNTED = ["instruments_before", "bars_before", "instruments_after", "bars_after"] as const;

/** A list as it was kept as an item; undefined for what is none. */
function listItemOf(body: string): { readonly market: string; readonly tickers: readonly string[] } | undefined {
  try {
    const { version, market, tickers } = JSON.parse(body) as { version: unknown; market: unknown; tickers: unknown };
    const isList = version === 1 && typeof market === "string" && Array.isArray(tickers);
    return isList ? { market, tickers: tickers.filter((t): t is string => typeof t === "string") } : undefined;
  } catch {
    return undefined;
  }
}

async function createDerivedColumns(db: Knex): Promise<void> {
  await db.schema.createTable("derived_columns", (t) => {
    t.string("market").notNullable();
    t.string("name").notNullable();
    t.string("code").notNullable();
    t.integer("history").notNullable();
    t.binary("block").notNullable();
    t.primary(["market", "name"]);
  });
}

/** Calls a measure by another name in the rules of all timing systems that are kept. */
async function renameMeasure(db: Knex, from: string, to: string): Promise<void> {
  const rows = await db<{ id: number; kind: string; body: string }>("kept").where("kind", "timing-system").select("id", "body");
  for (const { id, body } of rows) {
    const renamed = JSON.stringify(JSON.parse(body), function (key, value: unknown) {
      return key === "measure" && value === from ? to : value;
    });
    if (renamed !== body) await db("kept").where("id", id).update({ body: renamed });
  }
}
