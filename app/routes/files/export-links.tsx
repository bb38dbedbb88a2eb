import { useFrameValue } from "~/frame-context";

/** The files of the open formats, as they are now. */
export function ExportLinks({ formats }: { formats: readonly { readonly file: string }[] }) {
  const { market } = useFrameValue();
  const of = market ? `?market=${encodeURIComponent(market.market)}` : "";
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Export{market ? ` ${market.name}` : ""}</h2>
      <p className="mt-2 text-soft">CSV files that import reads again; all at once with npm run export.</p>
      <ul className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        {formats.map(({ file }) => (
          <li key={file}>
            <a className="figure-link inline-block min-h-6" href={`/export/${file}${of}`} download={file}>
              {file}
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
