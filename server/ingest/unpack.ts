import fs from "node:fs";
import path from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGunzip } from "node:zlib";
import yauzl from "yauzl";
import type { GivenFile } from "./find-forms";
import { Unreadable } from "./text-rows";

/** What may come out of packed files, all together. */
const MOST_BYTES = 4_000_000_000;
const MOST_FILES = 20_000;

export interface Unpacked {
  readonly files: readonly GivenFile[];
  readonly unreadable: readonly { readonly file: string; readonly reason: string }[];
}

/**
 * Files as they are, with those from archives and packed ones in their place, in a folder of theirs.
 * @param into an empty folder that is there
 */
export async function unpackFiles(
  files: readonly { readonly path: string; readonly name: string }[],
  into: string,
): Promise<Unpacked> {
  const found: GivenFile[] = [];
  const unreadable: { file: string; reason: string }[] = [];
  const room = new Room();
  let count = 0;
  const place = () => path.join(into, `unpacked-${count++}`);
  for (const file of files) {
    try {
      const magic = firstBytes(file.path);
      if (magic.startsWith("504b0304") || magic.startsWith("504b0506"))
        for (const own of await unzip(file, place, room)) found.push(...(await unpackOne(own, place, room)));
      else found.push(...(await unpackOne(file, place, room)));
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      unreadable.push({ file: file.name, reason: error.message });
    }
  }
  return { files: found, unreadable };
}

/** A file as it is, or what is in it where it is packed by itself. */
async function unpackOne(
  file: { readonly path: string; readonly name: string },
  place: () => string,
  room: Room,
): Promise<GivenFile[]> {
  if (!firstBytes(file.path).startsWith("1f8b")) {
    room.add(1, 0);
    return [{ ...file, bytes: fs.statSync(file.path).size }];
  }
  const own = place();
  try {
    await pipeline(fs.createReadStream(file.path), createGunzip(), room.stream(), fs.createWriteStream(own));
  } catch (error) {
    throw error instanceof Unreadable ? error : new Unreadable("is a packed file that is cut or damaged");
  }
  return [{ path: own, name: file.name.replace(/\.gz$/i, ""), bytes: fs.statSync(own).size }];
}

/** Files of an archive; folders, hidden files and what programs leave for themselves are passed over. */
async function unzip(
  file: { readonly path: string; readonly name: string },
  place: () => string,
  room: Room,
): Promise<GivenFile[]> {
  const found: GivenFile[] = [];
  try {
    const zip = await yauzl.openPromise(file.path);
    try {
      for await (const entry of zip.eachEntry()) {
        const name = path.posix.basename(entry.fileName);
        if (entry.fileName === "[Content_Types].xml") throw new Unreadable("is a spreadsheet: save each sheet as CSV");
        if (entry.fileName.endsWith("/") || name.startsWith(".") || entry.fileName.startsWith("__MACOSX/")) continue;
        const own = place();
        await pipeline(await zip.openReadStreamPromise(entry), room.stream(), fs.createWriteStream(own));
        found.push({ path: own, name: `${file.name}/${name}`, bytes: fs.statSync(own).size });
      }
    } finally {
      zip.close();
    }
  } catch (error) {
    throw error instanceof Unreadable ? error : new Unreadable("is an archive that is cut, damaged or locked");
  }
  if (found.length === 0) throw new Unreadable("is an archive without files");
  return found;
}

/** Counts what comes out, so that a small file cannot fill the disk. */
class Room {
  #bytes = 0;
  #files = 0;

  add(files: number, bytes: number): void {
    this.#files += files;
    this.#bytes += bytes;
    if (this.#bytes > MOST_BYTES) throw new Unreadable(`holds more than ${MOST_BYTES / 1e9} GB when it is unpacked`);
    if (this.#files > MOST_FILES) throw new Unreadable(`brings more than ${MOST_FILES.toLocaleString("en-GB")} files`);
  }

  stream(): Transform {
    return new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        try {
          this.add(0, chunk.length);
          done(null, chunk);
        } catch (error) {
          done(error as Error);
        }
      },
    });
  }
}

function firstBytes(file: string): string {
  const descriptor = fs.openSync(file, "r");
  try {
    const buffer = Buffer.alloc(4);
    return buffer.subarray(0, fs.readSync(descriptor, buffer, 0, 4, 0)).toString("hex");
  } finally {
    fs.closeSync(descriptor);
  }
}
