import { useState } from "react";
import { Form, useNavigation } from "react-router";
import { count } from "@studies/words/words";
import { MOST_UPLOAD_BYTES, MOST_UPLOAD_FILES, MOST_UPLOAD_TOTAL } from "./limits";

interface Props {
  readonly running: boolean;
  readonly formats: readonly { readonly file: string; readonly columns: readonly string[] }[];
}

const megabytes = (bytes: number) => `${Math.round(bytes / 1_000_000)} MB`;

/** Files to look at before they are imported, or a folder of them. */
export function ImportForm({ running, formats }: Props) {
  const [chosen, setChosen] = useState<readonly File[]>([]);
  const [isFolder, setIsFolder] = useState(false);
  const sending = useNavigation().formMethod === "POST";
  const faults = faultsOf(chosen);
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Bring data</h2>
      <Form method="post" encType="multipart/form-data" className="mt-3 space-y-3">
        <label className="block">
          <span className="block text-soft">
            {isFolder ? "A folder of files" : "Files"}: prices in any usual form, tables of names, or the open formats
          </span>
          <input
            key={isFolder ? "folder" : "files"}
            type="file"
            name="files"
            multiple
            required
            className="control mt-1 w-full py-6"
            onChange={(event) => {
              setChosen([...(event.target.files ?? [])]);
            }}
            {...(isFolder ? { webkitdirectory: "" } : {})}
          />
        </label>
        <label className="flex items-center gap-2 text-soft">
          <input
            type="checkbox"
            className="size-4 accent-indigo"
            checked={isFolder}
            onChange={(event) => {
              setIsFolder(event.target.checked);
              setChosen([]);
            }}
          />
          choose a whole folder
        </label>
        <p role="alert" className="min-h-5 text-rust">
          {faults.join(" ")}
        </p>
        <button
          type="submit"
          disabled={running || sending || faults.length > 0}
          className="control border-indigo font-semibold text-indigo"
        >
          {sending ? "Sending…" : chosen.length > 1 ? `Look at ${count(chosen.length, "file")}` : "Look at it"}
        </button>
        <p className="max-w-[60ch] text-soft">
          Nothing is changed yet: first it is shown what each column is taken for and what would come of it. CSV with commas,
          semicolons or tabs, JSON and Parquet, packed or not; a file a ticker, or many tickers in one.
        </p>
      </Form>
      <details className="mt-4">
        <summary className="cursor-pointer text-soft">The open formats and their columns</summary>
        <dl className="mt-2 grid grid-cols-[130px_1fr] gap-y-1">
          {formats.map(({ file, columns }) => (
            <div key={file} className="contents">
              <dt className="font-semibold">{file}</dt>
              <dd className="text-soft">
                <code className="font-sans">{columns.join(", ")}</code>
              </dd>
            </div>
          ))}
        </dl>
      </details>
    </section>
  );
}

/** What is too much to be sent. */
function faultsOf(chosen: readonly File[]): string[] {
  const big = chosen.filter((file) => file.size > MOST_UPLOAD_BYTES);
  const total = chosen.reduce((sum, file) => sum + file.size, 0);
  return [
    ...big.map(
      (file) =>
        `${file.name} has ${megabytes(file.size)}; the most that is taken here is ${megabytes(MOST_UPLOAD_BYTES)}. Larger files go through npm run import.`,
    ),
    ...(total > MOST_UPLOAD_TOTAL && big.length === 0
      ? [`They have ${megabytes(total)} together; at most ${megabytes(MOST_UPLOAD_TOTAL)} are taken here.`]
      : []),
    ...(chosen.length > MOST_UPLOAD_FILES ? [`${chosen.length} files are chosen; at most ${MOST_UPLOAD_FILES} are taken.`] : []),
  ];
}
