import { ChevronRight } from "lucide-react";
import { Link } from "react-router";
import { findGroup, labelOfKey } from "@studies/sets/group-key";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { useFocus } from "~/ui/use-focus";
import { findEntry } from "@studies/words/terms";

/** Where in sectors, industries and stocks one is, with the way up and the group's place in the focus. */
export function LevelPath({ inside, sector, fund }: { inside: string; sector: string; fund: string | undefined }) {
  const here = useHere();
  const focus = useFocus();
  const { market } = useFrameValue();
  if (inside === "") return null;
  const key = findGroup(inside);
  const name = fund ?? (inside === "focus" ? "Focus" : (key && labelOfKey(inside)) || `All of ${market?.name ?? "the market"}`);
  const steps = [
    fund === undefined ? { label: "Sectors", to: {} } : { label: "Funds", to: { peers: "fund" } },
    ...(key?.level === "industry" && sector !== "" ? [{ label: sector, to: { in: `sector:${sector}` } }] : []),
  ];
  const chosen = focus.isIn(inside);
  return (
    <nav aria-label="Level" className="mt-3 flex items-center gap-1 text-[14px]">
      {steps.map((s) => (
        <span key={s.label} className="flex items-center gap-1">
          <Link to={hrefOf(here, "/groups", s.to)} className="link">
            {s.label}
          </Link>
          <ChevronRight size={13} className="text-soft" aria-hidden />
        </span>
      ))}
      <span aria-current="page" className="font-semibold">
        {name}
      </span>
      {key && (
        <button
          type="button"
          aria-pressed={chosen}
          className="control ml-3 py-0.5 text-[12px]"
          title={findEntry("focus")!.says}
          onClick={() => {
            focus.toggle(inside);
          }}
        >
          {chosen ? "Take out of the focus" : "Put into the focus"}
        </button>
      )}
    </nav>
  );
}
