import { useFrameValue } from "~/frame-context";

function Files({ files, of }: { readonly files: readonly string[]; readonly of: string }) {
  return (
    <ul className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
      {files.map((file) => (
        <li key={file}>
          <a className="figure-link inline-block min-h-6" href={`/export/${file}${of}`} download={file}>
            {file}
          </a>
        </li>
      ))}
    </ul>
  );
}

/** The files of the open formats, as they are now. */
export function ExportLinks({ formats }: { formats: readonly { readonly file: string }[] }) {
  const { market } = useFrameValue();
  const of = market ? `?market=${encodeURIComponent(market.market)}` : "";
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Export{market ? ` ${market.name}` : ""}</h2>
      <p className="mt-2 text-soft">CSV files that import reads again; all at once with npm run export.</p>
      <Files files={formats.map(({ file }) => file)} of={of} />
      <p className="mt-2 text-soft">The large ones as Parquet, for other programs; bars are taken in again from it as well.</p>
      <Files files={["bars.parquet", "membership.parquet", "fundamentals.parquet"]} of={of} />
    </section>
  );
}
