import { Readable } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { downloadLines } from "@server/transfer/export.server";
import { FORMATS, TABLE_NAMES } from "@server/transfer/formats";
import { openDesk } from "~/ask.server";
import type { Route } from "./+types/export-table";

/** One file of the open formats, written as it is sent. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const table = TABLE_NAMES.find((t) => FORMATS[t].file === params.table);
  if (!table) return new Response(`There is no export "${params.table}".`, { status: 404 });
  const market = new URL(request.url).searchParams.get("market") ?? undefined;
  const lines = downloadLines((await openDesk()).db, table, { market });
  return new Response(createReadableStreamFromReadable(Readable.from(lines)), {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${FORMATS[table].file}"`,
    },
  });
}
