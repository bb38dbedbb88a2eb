import { useState } from "react";
import { Form, useNavigation } from "react-router";
import { MOST_UPLOAD_BYTES, MOST_UPLOAD_FILES } from "./limits";

interface Props {
  readonly running: boolean;
  readonly formats: readonly { readonly file: string; readonly columns: readonly string[] }[];
}

/** Files to import, and the market that unknown tickers join. */
export function ImportForm({ running, formats }: Props) {
  const [chosen, setChosen] = useState<readonly File[]>([]);
  const sending = useNavigation().formMethod === "POST";
  const tooMuch = [
    ...chosen
      .filter((f) => f.size > MOST_UPLOAD_BYTES)
      .map(
        (f) =>
          `${f.name} has ${Math.round(f.size / 1_000_000)} MB; the most that is taken here is ${MOST_UPLOAD_BYTES / 1_000_000} MB. Larger files go through npm run import.`,
      ),
    ...(chosen.length > MOST_UPLOAD_FILES ? [`${chosen.length} files are chosen; at most ${MOST_UPLOAD_FILES} are taken.`] : []),
  ];
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Import</h2>
      <Form method="post" encType="multipart/form-data" className="mt-3 space-y-3">
        <label className="block">
          <span className="block text-soft">CSV files of the open formats; a bars file alone is enough</span>
          <input
            type="file"
            name="files"
            accept=".csv,text/csv"
            multiple
            required
            className="control mt-1 w-full"
            onChange={(event) => {
              setChosen([...(event.target.files ?? [])]);
            }}
          />
        </label>
        <fieldset className="grid grid-cols-3 gap-3">
          <legend className="text-soft">
            Market for tickers without an instrument row (left empty, such tickers are refused)
          </legend>
          <TextField name="market" label="code" example="HOME" />
          <TextField name="marketName" label="name" example="Home market" />
          <TextField name="currency" label="currency" example="ALD" />
        </fieldset>
        <p role="alert" className="min-h-5 text-rust">
          {tooMuch.join(" ")}
        </p>
        <button
          type="submit"
          disabled={running || sending || tooMuch.length > 0}
          className="control border-indigo font-semibold text-indigo"
        >
          {sending ? "Sending…" : "Import"}
        </button>
        <p className="text-soft">
          All or nothing: a file with a bad row changes nothing, and every bad row is listed with its line.
        </p>
      </Form>
      <details className="mt-4">
        <summary className="cursor-pointer text-soft">Files and their columns</summary>
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

function TextField({ name, label, example }: { name: string; label: string; example: string }) {
  return (
    <label className="block">
      <span className="block text-soft">{label}</span>
      <input name={name} placeholder={example} maxLength={40} className="control mt-0.5 w-full placeholder:text-soft/70" />
    </label>
  );
}
