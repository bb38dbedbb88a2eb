import { makeBackup } from "@server/backup.server";
import { foreseen } from "~/ask.server";

/** The whole database as a file: `GET /backup`. */
export async function loader() {
  const { name, bytes, stream } = await foreseen(() => makeBackup());
  return new Response(stream, {
    headers: {
      "Content-Type": "application/vnd.sqlite3",
      "Content-Disposition": `attachment; filename="${name}"`,
      "Content-Length": String(bytes),
      "Cache-Control": "no-store",
    },
  });
}
