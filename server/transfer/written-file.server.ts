import fs from "node:fs";
import path from "node:path";
import { makeUploadFolder, removeUploadFolder } from "./upload-folders.server";

/**
 * A file that is written whole before it is sent.
 * @returns what is in it; it is removed once that was read or given up
 */
export async function writtenFile(write: (file: string) => Promise<unknown>): Promise<fs.ReadStream> {
  const folder = makeUploadFolder();
  try {
    const file = path.join(folder, "file");
    await write(file);
    return fs.createReadStream(file).once("close", () => {
      removeUploadFolder(folder);
    });
  } catch (error) {
    removeUploadFolder(folder);
    throw error;
  }
}
