import { useEffect, useRef } from "react";
import { Link, useLocation } from "react-router";
import { listNameOf } from "@studies/alerts/alert-schema";
import { labelOfKey } from "@studies/sets/group-key";
import { count, date } from "@studies/words/words";
import type { AlertShown } from "~/alerts.server";
import { hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import type { Choice } from "~/ui/inline-menu";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { PlainTable } from "~/ui/table/plain-table";
import { TickerLinks } from "~/ui/ticker-links";
import { useAlerts } from "~/ui/use-alerts";
import { NewAlert } from "./new-alert";

interface Props {
  readonly market: string;
  readonly asOf: number;
  readonly provisional: boolean;
  /** Epoch day of the last session that is over: what comes later is told. */
  readonly settled: number;
  readonly alerts: readonly AlertShown[];
  readonly names: ClauseNames;
  /** Whom an alert can be about. */
  readonly about: readonly Choice[];
}

const MOST_EVENTS = 20;

/** What is watched, for whom it came, and the way to watch something more. */
export function AlertsPart({ market, asOf, provisional, settled, alerts, names, about }: Props) {
  const deeds = useAlerts();
  const { hash } = useLocation();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (hash !== "#alerts") return;
    heading.current?.scrollIntoView({ block: "start" });
    heading.current?.focus({ preventScroll: true });
  }, [hash]);
  const unseen = alerts.reduce((n, own) => n + own.events.filter((e) => !e.seen).length, 0);
  const removed = deeds.answer?.removed;
  return (
    <section aria-label="Alerts" className="mt-7">
      <h2 ref={heading} id="alerts" tabIndex={-1} className="heading flex justify-between border-b border-ink/60 pb-1">
        <span>Alerts</span>
        {unseen > 0 && (
          <button type="button" className="font-normal link" disabled={deeds.busy} onClick={() => void deeds.markSeen(market)}>
            mark {count(unseen, "alert")} as seen
          </button>
        )}
      </h2>
      {removed && !alerts.some((one) => one.name === removed.name) && (
        <RemovedItem className="my-1" name={removed.name} onPutBack={() => deeds.save(removed.alert)} />
      )}
      {alerts.length > 0 && (
        <PlainTable
          caption="What is watched"
          rows={alerts}
          rowKey={(row) => row.name}
          columns={[
            { key: "name", label: "alert", cell: (row) => <b className="font-semibold">{row.name}</b> },
            {
              key: "watches",
              label: "tells when",
              text: true,
              cellClassName: "py-1 leading-[1.25]",
              title: (row) => explanationsOf(row.watches),
              cell: (row) => row.watches,
            },
            { key: "on", label: "of", text: true, cell: (row) => `${onWords(row.on)} (${row.watched})` },
            {
              key: "now",
              label: provisional ? "so far in this session" : `at ${date(asOf)}`,
              text: true,
              cellClassName: provisional ? "text-amber" : "",
              cell: (row) =>
                row.fired.length === 0 ? <span className="text-soft">nobody</span> : <TickerLinks tickers={row.fired} most={5} />,
            },
            { key: "holding", label: "holds for", about: "For how many it holds at this close", cell: (row) => row.holding },
            {
              key: "last",
              label: "last came",
              cellClassName: "whitespace-nowrap",
              cell: (row) => (row.events[0] ? date(row.events[0].session) : "–"),
            },
            {
              key: "deeds",
              label: "",
              spoken: "Deeds",
              cell: (row) => (
                <DeleteButton name={`the alert ${row.name}`} disabled={deeds.busy} onDelete={() => deeds.remove(row.name)} />
              ),
            },
          ]}
        />
      )}
      <Events alerts={alerts} />
      <NewAlert market={market} settled={settled} names={names} about={about} isFirst={alerts.length === 0} />
    </section>
  );
}

function onWords(on: string): string {
  const list = listNameOf(on);
  if (list !== undefined) return `\u201c${list}\u201d`;
  return on === "market:" ? "all members" : on.includes(":") ? labelOfKey(on) : on;
}

/** What came, session by session, the latest first; what was not seen yet is bold. */
function Events({ alerts }: { readonly alerts: readonly AlertShown[] }) {
  const here = useHere();
  const all = alerts
    .flatMap(({ name, events }) => events.map((event) => ({ ...event, name })))
    .sort((a, b) => b.session - a.session || (a.ticker < b.ticker ? -1 : 1));
  if (all.length === 0) return null;
  return (
    <ul aria-label="What came" className="mt-2 text-[13px]">
      {all.slice(0, MOST_EVENTS).map((event) => (
        <li
          key={`${event.name} ${event.session} ${event.ticker}`}
          className={`flex gap-3 border-b border-rule/70 py-0.5 ${event.seen ? "text-soft" : "font-semibold"}`}
        >
          <span className="w-24 shrink-0">{date(event.session)}</span>
          <Link className="w-20 shrink-0 hover:text-indigo" to={hrefOf(here, `/chart/${encodeURIComponent(event.ticker)}`)}>
            {event.ticker}
          </Link>
          <span>{event.name}</span>
          {!event.seen && <span className="font-normal text-indigo">new</span>}
        </li>
      ))}
      {all.length > MOST_EVENTS && <li className="py-0.5 text-soft">and {all.length - MOST_EVENTS} before</li>}
    </ul>
  );
}
