import { ChevronDown, ChevronUp } from "lucide-react";
import { Link } from "react-router";
import { hrefOf, useHere } from "~/here";

interface Props {
  readonly list: { readonly from: string; readonly title: string; readonly tickers: readonly string[] };
  readonly place: number;
  readonly previous: string | undefined;
  readonly next: string | undefined;
}

/** The place of the instrument in the list it came from, with the ways to its neighbours. */
export function ListPosition({ list, place, previous, next }: Props) {
  const here = useHere();
  return (
    <nav aria-label="List" className="flex shrink-0 items-center gap-2 pt-1 whitespace-nowrap">
      <span className="text-soft">
        {place + 1} of {list.tickers.length} in{" "}
        <Link className="link" to={hrefOf(here, "/groups", { in: list.from })}>
          {list.title}
        </Link>
      </span>
      <Step to={previous} label="Previous in the list (Up)">
        <ChevronUp size={15} aria-hidden />
      </Step>
      <Step to={next} label="Next in the list (Down)">
        <ChevronDown size={15} aria-hidden />
      </Step>
    </nav>
  );
}

function Step({ to, label, children }: { to: string | undefined; label: string; children: React.ReactNode }) {
  return to ? (
    <Link to={to} replace aria-label={label} title={label} className="control px-1 py-1">
      {children}
    </Link>
  ) : (
    <span aria-hidden className="control px-1 py-1 opacity-40">
      {children}
    </span>
  );
}
