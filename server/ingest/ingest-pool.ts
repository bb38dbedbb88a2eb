import { setMaxListeners } from "node:events";
import { MessageChannel } from "node:worker_threads";
import { Piscina } from "piscina";
import workerUrl from "../workers/ingest.worker.ts?node-worker";
import type { IngestResult, IngestTask } from "../workers/ingest-task";
import type { ImportRequest } from "../transfer/import.server";
import type { Ingest, IngestOptions, IngestWork } from "./ingest";
import type { FilesSeen } from "./look-at-files";
import { buffersOf, type ReadBatch } from "./read-forms";
import type { FormRead } from "./take-forms";

/** Bytes that are read in one go: small enough that two threads end together. */
const BATCH_BYTES = 8_000_000;

/** Threads that read files while the server answers; they end with the work they were started for. */
export class IngestPool implements Ingest {
  readonly #pool = new Piscina<IngestTask, unknown>({ filename: workerUrl, maxThreads: 2, atomics: "disabled" });

  async look(
    files: readonly { readonly path: string; readonly name: string }[],
    folder: string,
    signal: AbortSignal,
  ): Promise<FilesSeen> {
    return (await this.#pool.run({ do: "look", files, folder }, { signal })) as FilesSeen;
  }

  /** Reads the files of all forms, then tries or does the import with what was read. */
  async run<T extends "try" | "import">(
    what: T,
    { database, request, known }: IngestWork,
    { tell, signal }: IngestOptions,
  ): Promise<IngestResult<T>> {
    const read = await this.#read(request, known, {
      signal,
      tell: (share) => {
        tell(0.5 * share);
      },
    });
    const { port1, port2 } = new MessageChannel();
    port1.on("message", (share: number) => {
      tell(0.5 + 0.5 * share);
    });
    try {
      const task: IngestTask = { do: what, database, request, read, port: port2 };
      return (await this.#pool.run(task, { signal, transferList: [port2, ...buffersOf(read)] })) as IngestResult<T>;
    } finally {
      port1.close();
    }
  }

  async #read(
    { forms = [] }: ImportRequest,
    known: ReadonlyMap<string, string>,
    { tell, signal }: IngestOptions,
  ): Promise<FormRead[]> {
    // Each file waits for the same word to stop.
    setMaxListeners(0, signal);
    const batches = forms.flatMap((form, own) => batchesOf(form, known).map((batch) => ({ own, batch })));
    const total = Math.max(
      1,
      forms.reduce((sum, form) => sum + bytesOf(form.files), 0),
    );
    const reached = batches.map(() => 0);
    const done = await Promise.all(
      batches.map(async ({ batch }, k) => {
        const { port1, port2 } = new MessageChannel();
        port1.on("message", (bytes: number) => {
          reached[k] = bytes;
          tell(reached.reduce((a, b) => a + b) / total);
        });
        try {
          const read = (await this.#pool.run({ do: "read", batch, port: port2 }, { signal, transferList: [port2] })) as FormRead;
          reached[k] = bytesOf(batch.files);
          return read;
        } finally {
          port1.close();
        }
      }),
    );
    return forms.map((form, own) => {
      const parts = done.filter((_, k) => batches[k]!.own === own);
      return { mapping: form.mapping, bars: parts.flatMap((part) => part.bars), names: parts.flatMap((part) => part.names) };
    });
  }

  async close(): Promise<void> {
    await this.#pool.destroy();
  }
}

function bytesOf(files: readonly { readonly bytes: number }[]): number {
  return files.reduce((sum, file) => sum + file.bytes, 0);
}

function batchesOf(form: ReadBatch["form"], known: ReadonlyMap<string, string>): ReadBatch[] {
  const batches: ReadBatch[] = [];
  let files: ReadBatch["files"][number][] = [];
  const close = () => {
    // What is sent to a thread is only what it reads.
    if (files.length > 0) batches.push({ form: { ...form, files: [] }, files, known });
    files = [];
  };
  for (const file of form.files) {
    if (bytesOf(files) + file.bytes > BATCH_BYTES) close();
    files.push(file);
  }
  close();
  return batches;
}
