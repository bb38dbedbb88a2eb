import { exportBriefs } from "@server/briefs.server";
import { openDesk } from "~/ask.server";

/** All briefs and calls as one file. */
export async function loader() {
  return new Response(await exportBriefs((await openDesk()).db), {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="briefs.json"`,
    },
  });
}
