import fs from "node:fs";
import os from "node:os";
import path from "node:path";

const PREFIX = "yubrin-import-";
/** No upload and no import lasts so long. */
const LEFT_BEHIND_MS = 60 * 60_000;

/** A folder of its own for an upload. */
export function makeUploadFolder(): string {
  return fs.mkdtempSync(path.join(os.tmpdir(), PREFIX));
}

export function removeUploadFolder(folder: string): void {
  fs.rmSync(folder, { recursive: true, force: true });
}

/** Removes what a run that was killed has left; folders of a server that runs beside this one are younger. */
export function sweepUploads(now = Date.now()): void {
  for (const name of fs.readdirSync(os.tmpdir())) {
    if (!name.startsWith(PREFIX)) continue;
    const folder = path.join(os.tmpdir(), name);
    const made = fs.statSync(folder, { throwIfNoEntry: false })?.mtimeMs ?? now;
    if (now - made > LEFT_BEHIND_MS) removeUploadFolder(folder);
  }
}
