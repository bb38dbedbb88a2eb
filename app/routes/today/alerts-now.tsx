import { Suspense } from "react";
import { Await, Link } from "react-router";
import type { AlertShown } from "~/alerts.server";
import { hrefOf, useHere } from "~/here";
import { TickerLinks } from "~/ui/ticker-links";

export interface AlertsSaid {
  readonly alerts: readonly AlertShown[];
  readonly provisional: boolean;
}

/** For whom alerts came at this close; nothing where none did. */
export function AlertsNow({ said }: { readonly said: Promise<AlertsSaid> }) {
  return (
    <Suspense fallback={null}>
      <Await
        resolve={said}
        errorElement={<p className="mt-6 text-soft">For whom alerts came could not be worked out at this date.</p>}
      >
        {(found) => <Came {...found} />}
      </Await>
    </Suspense>
  );
}

function Came({ alerts, provisional }: AlertsSaid) {
  const here = useHere();
  const came = alerts.filter((row) => row.fired.length > 0);
  if (alerts.length === 0) return null;
  return (
    <section aria-label="Alerts at this close" className="mt-6">
      <h2 className="heading flex justify-between border-b border-ink/60 pb-1">
        <span>
          Alerts {provisional ? "so far in this session" : "at this close"}
          {provisional && <span className="font-normal text-amber"> provisional</span>}
        </span>
        <Link className="font-normal text-indigo hover:underline" to={`${hrefOf(here, "/lists")}#alerts`}>
          every alert
        </Link>
      </h2>
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
    </section>
  );
}
