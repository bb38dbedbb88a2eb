import { Link } from "react-router";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere, useHrefWith } from "~/here";

/** What a screen shows instead of itself when it has no answer: what was wrong, and where to go on. */
export function Problem({ message, details }: { message: string; details: readonly string[] }) {
  const here = useHere();
  const hrefWith = useHrefWith();
  const { markets } = useFrameValue();
  return (
    <section role="alert" className="max-w-2xl pt-6">
      <h1 className="font-serif text-2xl">{message}</h1>
      {details.length > 0 && (
        <ul className="mt-3 space-y-1 text-soft">
          {details.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      <p className="mt-5 flex flex-wrap gap-4">
        {markets.length === 0 ? (
          <Link className="figure-link" to="/files">
            Import market data
          </Link>
        ) : (
          <>
            {here.asOf !== undefined && (
              <Link className="figure-link" to={hrefWith({ asof: undefined })}>
                The same screen at the latest session
              </Link>
            )}
            <Link className="figure-link" to={hrefOf({ ...here, asOf: undefined }, "/")}>
              To Today
            </Link>
          </>
        )}
      </p>
    </section>
  );
}
