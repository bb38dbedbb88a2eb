import { Link } from "react-router";
import { list } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";

export type Lacked = "index" | "volatility" | "sectors";

const WORDS: Readonly<Record<Lacked, string>> = {
  index: "broad index with highs and lows (chosen on Data among what is there)",
  volatility: "volatility index",
  sectors: "sectors and industries of the stocks (from a table of names, or typed under “who is who”)",
};

/** What the market in view lacks of what a screen works with, and where to bring it; nothing where it has all. */
export function Lacking({ of, without }: { of: readonly Lacked[]; without: string }) {
  const here = useHere();
  const { market, sectors } = useFrameValue();
  if (!market) return null;
  const has = { index: market.broadIndex !== null, volatility: market.volatilityIndex !== null, sectors: sectors.length > 0 };
  const missing = of.filter((what) => !has[what]);
  if (missing.length === 0) return null;
  return (
    <p role="note" className="mb-3 max-w-[860px] self-start border-l-2 border-(--amber-edge) pl-3 text-soft">
      {market.name} has {list(missing.map((what) => `no ${WORDS[what]}`))}: {without}.{" "}
      <Link className="figure-link whitespace-nowrap" to={hrefOf(here, "/files")}>
        Bring it on Data
      </Link>
    </p>
  );
}
