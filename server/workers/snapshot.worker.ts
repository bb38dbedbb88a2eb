import { readSnapshotFile, writeSnapshotFile } from "../panel/snapshot-file";

/** A snapshot to read, of one program only, or one to write. */
export type SnapshotJob =
  | { readonly file: string; readonly read: { readonly code: string } }
  | { readonly file: string; readonly write: { readonly value: unknown } };

/** Reads or writes a snapshot beside the server: what it has read it shares, and what it writes is shared with it. */
export default function run(job: SnapshotJob): unknown {
  if ("read" in job) return readSnapshotFile(job.file, (value) => (value as { code?: unknown }).code === job.read.code);
  writeSnapshotFile(job.file, job.write.value);
  return undefined;
}
