import { readSnapshotFile, writeSnapshotFile } from "../panel/snapshot-file";

/** A snapshot to read, or one to write. */
export interface SnapshotJob {
  readonly file: string;
  readonly write?: { readonly value: unknown };
}

/** Reads or writes a snapshot beside the server: what it has read it shares, and what it writes is shared with it. */
export default function run({ file, write }: SnapshotJob): unknown {
  if (!write) return readSnapshotFile(file);
  writeSnapshotFile(file, write.value);
  return undefined;
}
