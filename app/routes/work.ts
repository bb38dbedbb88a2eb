import fs from "node:fs";
import { Invalid } from "@server/errors";
import { removeDemoDesk, restoreDemoDesk } from "@server/work/demo-desk.server";
import { exportWork, importWork, type WorkTakenIn } from "@server/work/work-file.server";
import { removeUploadFolder } from "@server/transfer/upload-folders.server";
import { openDesk } from "~/ask.server";
import { deedOrRefusal, formDeed, type Refused } from "~/form-deed.server";
import { takeUpload } from "./files/upload.server";
import type { Route } from "./+types/work";

export interface WorkAnswer extends Refused {
  readonly takenIn?: WorkTakenIn;
  readonly removed?: { readonly removed: number; readonly stayed: readonly string[] };
}

/** Everything the analyst has made as one file. */
export async function loader() {
  return new Response(await exportWork((await openDesk()).db), {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="yubrin-work.json"`,
      "Cache-Control": "no-store",
    },
  });
}

/** Takes in such a file, or removes what the demo's desk brought and puts it back. */
export async function action({ request }: Route.ActionArgs): Promise<WorkAnswer> {
  const { db } = await openDesk();
  if (request.headers.get("Content-Type")?.startsWith("multipart/"))
    return deedOrRefusal<WorkAnswer>(async () => ({ takenIn: await importWork(db, await uploadedText(request)) }));
  return formDeed<WorkAnswer>(request, async (text) => {
    switch (text("intent")) {
      case "remove the demo's":
        return { removed: await removeDemoDesk(db) };
      case "put the demo's back":
        return { takenIn: await restoreDemoDesk(db) };
      default:
        throw new Invalid("That is nothing that can be done here; nothing was changed.");
    }
  });
}

async function uploadedText(request: Request): Promise<string> {
  const { files, folder } = await takeUpload(request);
  try {
    if (files.length !== 1) throw new Invalid("One file of work is taken in at a time; nothing was taken.");
    return await fs.promises.readFile(files[0]!.path, "utf8");
  } finally {
    removeUploadFolder(folder);
  }
}
