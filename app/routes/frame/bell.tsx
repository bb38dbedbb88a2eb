import { Bell as BellIcon } from "lucide-react";
import { Link } from "react-router";
import { count } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";

/** How many alerts came that were not seen yet; nothing where nothing is watched. */
export function Bell() {
  const here = useHere();
  const { unseenAlerts } = useFrameValue();
  if (unseenAlerts === undefined) return null;
  const label = unseenAlerts === 0 ? "Alerts: none that was not seen" : `${count(unseenAlerts, "alert")} not seen yet`;
  return (
    <Link
      to={`${hrefOf(here, "/lists")}#alerts`}
      aria-label={label}
      title={label}
      className={`control flex items-center gap-1 px-2 ${unseenAlerts > 0 ? "font-semibold text-indigo" : "text-soft"}`}
    >
      <BellIcon size={15} aria-hidden />
      {unseenAlerts > 0 && unseenAlerts}
    </Link>
  );
}
