import { Link } from "react-router";
import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import { count } from "@studies/words/words";
import { useHrefWith } from "~/here";

/** Says how many drawings were made after the session from which one looks, and shows them grey where that is asked for. */
export function LaterDrawings({ drawings, isShown }: { drawings: readonly DrawnDrawing[]; isShown: boolean }) {
  const hrefWith = useHrefWith();
  const later = drawings.filter((d) => d.isLater).length;
  if (later === 0) return null;
  return (
    <p className="mt-1.5 text-[12px] text-soft">
      {count(later, "drawing")} made later than this session:{" "}
      <Link className="link" to={hrefWith({ later: isShown ? undefined : "1" })} replace preventScrollReset>
        {isShown ? "leave out" : "show in grey"}
      </Link>
    </p>
  );
}
