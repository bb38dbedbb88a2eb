import { Link } from "react-router";
import { GLOSSARY } from "@studies/words/glossary";
import { KEYS } from "~/routes/frame/keys";
import { hrefOf, useHere } from "~/here";
import type { Route } from "./+types/route";

export const meta: Route.MetaFunction = () => [{ title: "Words and keys · Yubrin" }];

/** Every word that needs one with its explanation, and the keys; the same texts are said where the words stand. */
export default function Help() {
  const here = useHere();
  return (
    <>
      <h1 className="max-w-[960px] font-serif text-[21px] leading-7 text-pretty">
        The words that are used here, and what each means. They are explained where they stand as well: point at one, or reach it
        with Tab.
      </h1>
      <p className="mt-2 max-w-[960px] text-soft">
        How every figure is calculated stands in the method that comes with the program, how its tasks are done in the guide. The
        typefaces are{" "}
        <a className="link" href="/fonts/hanken-grotesk-licence.txt">
          Hanken Grotesk
        </a>{" "}
        and{" "}
        <a className="link" href="/fonts/newsreader-licence.txt">
          Newsreader
        </a>
        , under the SIL Open Font License.
      </p>
      <section aria-labelledby="of-data" className="mt-3 max-w-[960px]">
        <h2 id="of-data" className="heading border-b border-ink/60 pb-1">
          Bringing your own data
        </h2>
        <ol className="mt-1 list-decimal space-y-1 pl-5">
          <li>
            Choose files of daily prices on{" "}
            <Link className="figure-link" to={hrefOf(here, "/files")}>
              Data
            </Link>
            , as another program saved them: a file a ticker or many tickers in one, CSV, JSON or Parquet, packed or not. Prices
            alone are enough to begin with: every ticker becomes a stock.
          </li>
          <li>
            Before anything is imported it is shown what each column is taken for, and what would come of it: what is new, what
            would change, and which rows are refused, with line and reason.
          </li>
          <li>
            Names, sectors and groups come in a table of their own in the same way, or are typed under “who is who”. What was
            imported or changed last can be undone on Data.
          </li>
          <li>A market without a broad index or without members is read by the composite of its stocks.</li>
        </ol>
      </section>
      <div className="mt-4 gap-10 min-[1000px]:columns-2">
        {GLOSSARY.map(({ part, entries }) => (
          <section key={part} aria-labelledby={`of-${part}`} className="mb-6">
            <h2 id={`of-${part}`} className="heading border-b border-ink/60 pb-1">
              {part}
            </h2>
            <dl>
              {entries.map(({ name, says }) => (
                <div key={name} className="grid break-inside-avoid grid-cols-[132px_1fr] gap-3 border-b border-rule/70 py-1.5">
                  <dt className="font-semibold">{name}</dt>
                  <dd>{says}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
        <section aria-labelledby="of-keys" className="break-inside-avoid">
          <h2 id="of-keys" className="heading border-b border-ink/60 pb-1">
            Keys
          </h2>
          <dl>
            {KEYS.map(([keys, does]) => (
              <div key={keys} className="grid grid-cols-[132px_1fr] gap-3 border-b border-rule/70 py-1.5">
                <dt className="font-semibold">{keys}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
    </>
  );
}
