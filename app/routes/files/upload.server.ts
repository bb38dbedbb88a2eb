import fs from "node:fs";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { Readable } from "node:stream";
import { FormDataParseError, parseFormData } from "@remix-run/form-data-parser";
import { Invalid } from "@server/errors";
import { makeUploadFolder, removeUploadFolder } from "@server/transfer/upload-folders.server";
import { MOST_UPLOAD_BYTES, MOST_UPLOAD_FILES, MOST_UPLOAD_TOTAL } from "./limits";

export interface Upload {
  readonly files: readonly { readonly path: string; readonly name: string }[];
  readonly folder: string;
}

/** Takes the files of an upload into a folder of their own. */
export async function takeUpload(request: Request): Promise<Upload> {
  const folder = makeUploadFolder();
  const files: { path: string; name: string }[] = [];
  try {
    await parseFormData(
      request,
      { maxFiles: MOST_UPLOAD_FILES, maxFileSize: MOST_UPLOAD_BYTES, maxTotalSize: MOST_UPLOAD_TOTAL },
      async (file) => {
        const name = path.basename(file.name);
        // A folder brings what its system keeps there as well.
        if (name === "" || name.startsWith(".")) return;
        // The name given is for messages and tickers only; the place is ours.
        const place = path.join(folder, String(files.length));
        await pipeline(Readable.fromWeb(file.stream() as import("node:stream/web").ReadableStream), fs.createWriteStream(place));
        files.push({ path: place, name });
      },
    );
  } catch (error) {
    removeUploadFolder(folder);
    if (!(error instanceof FormDataParseError) && !(error instanceof Error && error.name.endsWith("ExceededError"))) throw error;
    throw new Invalid("The upload was not taken; nothing was changed.", [
      `At most ${MOST_UPLOAD_FILES.toLocaleString("en-GB")} files are taken, each of at most ${MOST_UPLOAD_BYTES / 1e6} MB, together ${MOST_UPLOAD_TOTAL / 1e6} MB. Larger ones go through npm run import.`,
    ]);
  }
  if (files.length > 0) return { files, folder };
  removeUploadFolder(folder);
  throw new Invalid("No file was chosen; nothing was changed.");
}
