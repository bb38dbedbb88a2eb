import { Link } from "react-router";
import { windowKey, windowText } from "@studies/seasons/window-columns";
import type { windowsAhead } from "@studies/seasons/windows-ahead";
import type { Sentence } from "@studies/define-study";
import { dayMonth, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { SentenceText } from "~/ui/reading";
import { Explained } from "~/ui/term";
import { PlainTable } from "~/ui/table/plain-table";
import { TickerName } from "~/ui/ticker-name";
import { signColour } from "~/ui/tint";
import { fromWire, type ResultOf, type Wired } from "~/wire";
import { TodaySection } from "./today-section";
import { Later } from "~/ui/later";

export interface WindowsSaid {
  readonly reading: readonly Sentence[];
  readonly answer: Wired;
}

const MOST = 8;

/** The windows that the lists and the focus enter within five sessions, worked out while the rest of the page is read already. */
export function WindowsAhead({ said }: { said: Promise<WindowsSaid | undefined> | undefined }) {
  const here = useHere();
  return (
    <TodaySection
      label="Windows that start within five sessions"
      title={<Explained text="Windows that start within five sessions, lists and focus" />}
      to={hrefOf(here, "/seasons/windows")}
      more="every window"
    >
      <Later said={said} hold waiting={<p className="min-h-[58px] py-2 text-soft">Looking at earlier years…</p>}>
        {(found) =>
          found === undefined ? (
            <p className="py-2 text-soft">
              There is no list and no focus: keep some stocks as a list, or take groups into the focus, and their windows are told
              here.
            </p>
          ) : (
            <Found reading={found.reading} {...fromWire<ResultOf<typeof windowsAhead>>(found.answer)} />
          )
        }
      </Later>
    </TodaySection>
  );
}

function Found({ reading, rows }: ResultOf<typeof windowsAhead> & { readonly reading: readonly Sentence[] }) {
  const here = useHere();
  return (
    <>
      <p className="py-1.5 font-serif text-[16px]">
        {reading.map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
      {rows.length > 0 && (
        <PlainTable
          caption="Windows ahead"
          rows={rows.slice(0, MOST)}
          rowKey={windowKey}
          columns={[
            {
              key: "name",
              label: "stock",
              cell: (r) => (
                <Link
                  className="hover:text-indigo"
                  to={hrefOf(here, `/chart/${encodeURIComponent(r.ticker)}`, { window: windowText(r), history: "1260" })}
                >
                  <TickerName {...r} />
                </Link>
              ),
            },
            { key: "from", label: "from", text: true, cell: (r) => dayMonth(r.from) },
            { key: "to", label: "to", text: true, cell: (r) => dayMonth(r.to) },
            { key: "wins", label: "went its way", cell: (r) => `${r.wins} of ${r.years.length} ${r.way}` },
            {
              key: "median",
              label: "median",
              cell: (r) => <span className={signColour(r.median)}>{signedPercent(r.median)}</span>,
            },
            { key: "worst", label: "worst", cell: (r) => <span className={signColour(r.worst)}>{signedPercent(r.worst)}</span> },
            { key: "reports", label: "report inside", text: true, cell: (r) => r.reports.map(dayMonth).join(", ") || "–" },
          ]}
        />
      )}
      {rows.length > MOST && <p className="pt-1 text-[12px] text-soft">{rows.length - MOST} more, less often or smaller.</p>}
    </>
  );
}
