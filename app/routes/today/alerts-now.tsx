import type { AlertShown } from "~/alerts.server";
import { hrefOf, useHere } from "~/here";
import { TickerLinks } from "~/ui/ticker-links";
import { TodaySection } from "./today-section";
import { Later } from "~/ui/later";

export interface AlertsSaid {
  readonly alerts: readonly AlertShown[];
  readonly provisional: boolean;
}

/** For whom alerts came at this close; nothing where none did. */
export function AlertsNow({ said }: { readonly said: Promise<AlertsSaid> | undefined }) {
  return (
    <Later
      said={said}
      hold
      waiting={null}
      failed={<p className="mt-6 text-soft">For whom alerts came could not be worked out at this date.</p>}
    >
      {(found) => <Came {...found} />}
    </Later>
  );
}

function Came({ alerts, provisional }: AlertsSaid) {
  const here = useHere();
  const came = alerts.filter((row) => row.fired.length > 0);
  if (alerts.length === 0) return null;
  return (
    <TodaySection
      label="Alerts at this close"
      title={
        <>
          Alerts {provisional ? "so far in this session" : "at this close"}
          {provisional && <span className="font-normal text-amber"> provisional</span>}
        </>
      }
      to={`${hrefOf(here, "/lists")}#alerts`}
      more="every alert"
      className="mt-6"
    >
      {came.length === 0 && <p className="py-1.5 text-soft">None of what is watched came at this close.</p>}
      <ul>
        {came.map((row) => (
          <li key={row.name} className="flex items-baseline gap-4 border-b border-rule/70 py-1">
            <b className="w-56 shrink-0 truncate font-semibold">{row.name}</b>
            <span>
              <TickerLinks tickers={row.fired} most={12} />
            </span>
          </li>
        ))}
      </ul>
    </TodaySection>
  );
}
