import { Readable } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { downloadLines, exportParquet } from "@server/transfer/export.server";
import { FORMATS, TABLE_NAMES } from "@server/transfer/formats";
import { PARQUET } from "@server/transfer/parquet-file.server";
import { writtenFile } from "@server/transfer/written-file.server";
import { openDesk } from "~/ask.server";
import type { Route } from "./+types/export-table";

/** One file of the open formats: CSV, written as it is sent, or Parquet. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const market = new URL(request.url).searchParams.get("market") ?? undefined;
  const table = TABLE_NAMES.find((t) => FORMATS[t].file === params.table || `${t}.parquet` === params.table);
  if (!table) return new Response(`There is no export "${params.table}".`, { status: 404 });
  const { db } = await openDesk();
  const isCsv = params.table === FORMATS[table].file;
  const stream = isCsv
    ? Readable.from(downloadLines(db, table, { market }))
    : await writtenFile((file) => exportParquet(db, table, file, { market }));
  return new Response(createReadableStreamFromReadable(stream), {
    headers: {
      "Content-Type": isCsv ? "text/csv; charset=utf-8" : PARQUET,
      "Content-Disposition": `attachment; filename="${params.table}"`,
    },
  });
}
