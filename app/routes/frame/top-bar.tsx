import { Link } from "react-router";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { Bell } from "./bell";
import { DateField } from "./date-field";
import { FeedChip } from "./feed-chip";
import { Find } from "./find";
import { FocusChip } from "./focus-chip";
import { MarketSwitch } from "./market-switch";
import { TimeBar } from "./time-bar";
import { Tray } from "./tray";

/** The bar across the top: time, market, focus, find, tray. */
export function TopBar() {
  const here = useHere();
  const { calendar } = useFrameValue();
  return (
    <header className="flex h-14 shrink-0 items-center border-b border-rule bg-raised print:hidden">
      <Link to={hrefOf(here, "/")} className="w-[148px] shrink-0 px-4 font-serif text-xl font-semibold">
        Yubrin
      </Link>
      {calendar ? <TimeBar /> : <div className="flex-1" />}
      <div className="flex shrink-0 items-center gap-1.5 px-3">
        {calendar && (
          <>
            <DateField />
            <FeedChip />
            <MarketSwitch />
            <FocusChip />
            <Bell />
            <Find />
          </>
        )}
        <Tray />
      </div>
    </header>
  );
}
