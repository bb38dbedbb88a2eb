import { tickerOfFile } from "./file-tickers";
import { readBars, type BarsRead, type FormFile } from "./read-bars";
import { readNames } from "./read-names";
import type { FormRead, FormRequest } from "./take-forms";

/** Some files of one form, to be read in one go. */
export interface ReadBatch {
  readonly form: FormRequest;
  readonly files: readonly FormFile[];
  /** Tickers that are known already, by their capital letters. */
  readonly known: ReadonlyMap<string, string>;
}

/** Reads the files of forms one after another. */
export async function readForms(
  forms: readonly FormRequest[],
  known: ReadonlyMap<string, string>,
  progress: (bytes: number) => void,
): Promise<FormRead[]> {
  const read: FormRead[] = [];
  let before = 0;
  for (const form of forms) {
    const own = await readBatch({ form, files: form.files, known }, (bytes) => {
      progress(before + bytes);
    });
    before += form.files.reduce((sum, file) => sum + file.bytes, 0);
    read.push(own);
  }
  return read;
}

/** Reads some files of one form. */
export async function readBatch({ form, files, known }: ReadBatch, progress: (bytes: number) => void): Promise<FormRead> {
  const { mapping } = form;
  const bars: BarsRead[] = [];
  const names: FormRead["names"][number][] = [];
  let before = 0;
  for (const file of files) {
    if (mapping.holds === "names") names.push(await readNames(file, { mapping, known }));
    else {
      const own = form.ticker ?? tickerOfFile(file.name, mapping);
      const ticker = known.get(own.toUpperCase()) ?? own;
      const told = (bytes: number) => {
        progress(before + bytes);
      };
      bars.push(await readBars(file, { mapping, ticker, known, progress: told }));
    }
    before += file.bytes;
    progress(before);
  }
  return { mapping, bars, names };
}

/** The memory behind what was read, which can be handed from thread to thread. */
export function buffersOf(read: readonly FormRead[]): ArrayBuffer[] {
  return read.flatMap(({ bars }) =>
    bars.flatMap((one) =>
      one.bars.flatMap(({ days, open, high, low, close, volume }) =>
        [days, open, high, low, close, volume].map((column) => column.buffer as ArrayBuffer),
      ),
    ),
  );
}
