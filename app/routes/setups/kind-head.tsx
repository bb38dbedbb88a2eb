import { Link } from "react-router";
import { aboutKind } from "@studies/setups/setup-words";
import type { KindOfSetups } from "@studies/setups/setups-reading";
import { capital } from "@studies/words/words";
import { useHrefWith } from "~/here";

interface Props {
  readonly kind: KindOfSetups;
  /** Whether no other kind is shown. */
  readonly isOne: boolean;
}

/** Of each kind so many while all kinds are shown. */
const A_KIND = 6;

/** The setups of a kind that are shown: the first few beside other kinds, all where it is alone. */
export function shownOf(k: KindOfSetups, isOne: boolean) {
  return isOne ? k.rows : k.rows.slice(0, A_KIND);
}

/** Name of a kind, how many there are, and what makes one. */
export function KindHead({ kind: { kind, found, rows, cluster }, isOne }: Props) {
  const hrefWith = useHrefWith();
  return (
    <span className="flex items-baseline gap-2" title={aboutKind(kind)}>
      <Link
        to={hrefWith({ kind: isOne ? undefined : kind })}
        preventScrollReset
        className="font-semibold whitespace-nowrap hover:text-indigo"
        aria-label={isOne ? `${kind}: show every kind` : `${kind}: show only these`}
      >
        {capital(kind)}
      </Link>
      <span className="whitespace-nowrap text-soft">{rows.length === found ? found : `${rows.length} of ${found}`}</span>
      <span className="min-w-0 truncate text-[12px] text-soft">
        {cluster ? `${cluster.inGroup} in ${cluster.name}. ` : ""}
        {aboutKind(kind)}
      </span>
    </span>
  );
}

/** Leads from the first few of a kind to all of them. */
export function MoreRow({ kind: { kind, rows }, isOne }: Props) {
  const hrefWith = useHrefWith();
  if (isOne || rows.length <= A_KIND) return null;
  return (
    <tr>
      <td colSpan={6} className="border-b border-rule/70 px-1">
        <Link to={hrefWith({ kind })} preventScrollReset className="inline-block min-h-6 content-center text-[12px] text-indigo">
          {rows.length - A_KIND} more
        </Link>
      </td>
    </tr>
  );
}
