import fs from "node:fs";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { Readable } from "node:stream";
import { FormDataParseError, parseFormData } from "@remix-run/form-data-parser";
import { Invalid } from "@server/errors";
import type { ImportRequest } from "@server/transfer/import.server";
import { makeUploadFolder, removeUploadFolder } from "@server/transfer/upload-folders.server";
import { MOST_UPLOAD_BYTES, MOST_UPLOAD_FILES } from "./limits";

/** Takes the files of an upload into a folder of their own and reads the market named with them. */
export async function takeUpload(request: Request): Promise<{ request: ImportRequest; folder: string }> {
  const folder = makeUploadFolder();
  const files: { path: string; name: string }[] = [];
  try {
    const form = await parseFormData(
      request,
      { maxFiles: MOST_UPLOAD_FILES, maxFileSize: MOST_UPLOAD_BYTES, maxTotalSize: 2 * MOST_UPLOAD_BYTES },
      async (file) => {
        if (file.name === "") return;
        // The name given is for messages only; the place is ours.
        const place = path.join(folder, String(files.length));
        await pipeline(Readable.fromWeb(file.stream() as import("node:stream/web").ReadableStream), fs.createWriteStream(place));
        files.push({ path: place, name: path.basename(file.name) });
      },
    );
    const text = (name: string) => {
      const value = form.get(name);
      return typeof value === "string" ? value.trim() : "";
    };
    const market = text("market");
    const newMarket = market === "" ? undefined : { market, name: text("marketName") || market, currency: text("currency") };
    return { request: { files, newMarket, mostBytes: MOST_UPLOAD_BYTES }, folder };
  } catch (error) {
    removeUploadFolder(folder);
    if (!(error instanceof FormDataParseError) && !(error instanceof Error && error.name.endsWith("ExceededError"))) throw error;
    throw new Invalid("The upload was not taken; nothing was changed.", [
      `At most ${MOST_UPLOAD_FILES} files are taken, each of at most ${MOST_UPLOAD_BYTES / 1_000_000} MB. Larger files go through npm run import.`,
    ]);
  }
}
