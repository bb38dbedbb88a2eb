import { Link } from "react-router";
import type { trials } from "@studies/trials/trials";
import { hrefOf, useHere } from "~/here";
import type { ResultOf } from "~/wire";
import { paramsOfTriedScan } from "./tried-scan";

interface Props {
  readonly row: ResultOf<typeof trials>["rows"][number];
  /** Of the scan, as it stands in the address. */
  readonly text: string | undefined;
  /** Whether there is no other. */
  readonly isAlone: boolean;
  readonly onRemove: () => void;
}

/** Name of a scan, which leads to Screen, among whom it is, and the way to take it out. */
export function ScanHead({ row, text, isAlone, onRemove }: Props) {
  const here = useHere();
  return (
    <th
      scope="row"
      className="border-b border-rule/70 py-0.5 pr-2 pl-1 text-left font-normal"
      title={`${row.sentence}; of ${row.universe}`}
    >
      <span className="flex items-baseline gap-1.5">
        <Link
          to={hrefOf(here, "/screen", text === undefined ? {} : paramsOfTriedScan(text))}
          className="min-w-0 flex-1 truncate font-semibold hover:text-indigo"
        >
          {row.name}
        </Link>
        {!isAlone && (
          <button
            type="button"
            className="min-h-6 min-w-6 shrink-0 text-[12px] text-soft hover:text-rust"
            aria-label={`Take out ${row.name}`}
            onClick={onRemove}
          >
            ×
          </button>
        )}
      </span>
      <span className="block truncate text-[12px] leading-[14px] text-soft">{row.universe}</span>
    </th>
  );
}
