import fs from "node:fs";
import path from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { getFeed } from "@server/desk-of-app.server";
import { Invalid } from "@server/errors";
import { restoreDatabase, undoRestore, type Restored } from "@server/restore.server";
import { makeUploadFolder, removeUploadFolder } from "@server/transfer/upload-folders.server";
import { openDesk } from "~/ask.server";
import { deedOrRefusal, type Refused } from "~/form-deed.server";
import type { Route } from "./+types/restore";

export interface RestoreAnswer extends Refused {
  readonly restored?: Restored;
}

const MOST_BYTES = 8_000_000_000;

/** Puts the backup that is sent, as it is, in the place of the present database; `?undo` goes back to what was there before. */
export async function action({ request }: Route.ActionArgs) {
  const folder = makeUploadFolder();
  const answer = await deedOrRefusal<RestoreAnswer>(async () => {
    const { db } = await openDesk();
    if (new URL(request.url).searchParams.has("undo")) return { restored: await undoRestore(db, folder) };
    const file = path.join(folder, "backup.db");
    await take(request, file);
    return { restored: await restoreDatabase(db, file) };
  }).finally(() => {
    removeUploadFolder(folder);
  });
  if ("restored" in answer) await (await getFeed()).announce();
  return Response.json(answer, { status: answer.error === undefined ? 200 : 400 });
}

/** Writes what is sent to a file as it comes: a backup may be larger than memory. */
async function take(request: Request, file: string): Promise<void> {
  if (!request.body) throw new Invalid("No file was sent; nothing was changed.");
  let bytes = 0;
  const bounded = async function* (source: AsyncIterable<Uint8Array>) {
    for await (const chunk of source) {
      if ((bytes += chunk.byteLength) > MOST_BYTES)
        throw new Invalid(`A backup of at most ${MOST_BYTES / 1e9} GB is taken; nothing was changed.`);
      yield chunk;
    }
  };
  await pipeline(
    Readable.fromWeb(request.body as import("node:stream/web").ReadableStream<Uint8Array>),
    bounded,
    fs.createWriteStream(file),
  );
}
