import { exportBriefs } from "@server/briefs.server";
import { foreseen, openDesk } from "~/ask.server";
import type { Route } from "./+types/export-brief";
import { briefFile } from "./brief-file.server";

/** One brief as a file: a page that stands alone, text with its pictures in an archive, or JSON. */
export async function loader({ params }: Route.LoaderArgs) {
  const { id, form } = params;
  const desk = await openDesk();
  if (form === "json")
    return fileOf(await foreseen(() => exportBriefs(desk.db, id)), "application/json; charset=utf-8", `brief-${id}.json`);
  if (form !== "html" && form !== "markdown")
    return new Response(`A brief goes out as html, markdown or json, not as "${form}".`, { status: 404 });
  const { body, type, name } = await foreseen(() => briefFile(desk, id, form));
  return fileOf(body, type, name);
}

function fileOf(body: string | Uint8Array<ArrayBuffer>, type: string, name: string): Response {
  return new Response(body, { headers: { "Content-Type": type, "Content-Disposition": `attachment; filename="${name}"` } });
}
