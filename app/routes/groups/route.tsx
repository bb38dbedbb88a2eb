import { useState } from "react";
import { Link, redirect, useNavigate, useSearchParams } from "react-router";
import { fund } from "@studies/strength/fund";
import { anyOf, findGroup } from "@studies/sets/group-key";
import { groups } from "@studies/strength/groups";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { stocks } from "@studies/strength/stocks";
import { notesOf } from "@studies/words/strength-notes";
import { fitting, percent } from "@studies/words/words";
import { askFor, findFor } from "~/ask.server";
import { hrefOf, parseHere, useHere, useHrefWith } from "~/here";
import { useWayBack } from "~/opener";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { PEER_CHOICES } from "~/ui/peer-choices";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { Board } from "./board";
import { ChartBeside } from "./chart-beside";
import { FundPart } from "./fund-part";
import { GroupsTable } from "./groups-table";
import { NoteMenu, NotesInWords, withNote } from "./note-filter";
import { LevelPath } from "./level-path";
import { StocksTable } from "./stocks-table";

/** Without `in`, a peer set (narrowed by `of`); with it, what a group holds. `in=focus` is the groups in focus together. */
export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const here = parseHere(searchParams);
  const inside = searchParams.get("in") ?? "";
  const nothing = { groups: undefined, stocks: undefined, fund: undefined };
  if (inside === "") {
    const of = searchParams.get("of");
    const focused = of === "focus" ? (here.focus.length > 0 ? anyOf(here.focus) : undefined) : (of ?? undefined);
    const answer = await askFor(request, groups, {
      peers: (searchParams.get("peers") ?? "sector") as "sector",
      leveraged: searchParams.get("leveraged") ?? "false",
      ...(focused === undefined ? {} : { in: focused }),
    });
    return { ...nothing, level: "peers" as const, inside, reading: answer.reading, groups: toWire(answer.result) };
  }
  if (inside === "focus" && here.focus.length === 0) throw redirect(hrefOf(here, "/groups"));
  const key = findGroup(inside);
  if (key?.level === "group") {
    const held = await findFor(request, fund, { ticker: key.name });
    if (held) return { ...nothing, level: "fund" as const, inside, reading: held.reading, fund: toWire(held.result) };
  }
  const askStocks = () => askFor(request, stocks, { group: inside === "focus" ? [...here.focus] : [inside] });
  if (key?.level !== "sector") {
    const held = await askStocks();
    return { ...nothing, level: "stocks" as const, inside, reading: held.reading, stocks: toWire(held.result) };
  }
  const [held, answer] = await Promise.all([askStocks(), askFor(request, groups, { peers: "industry", in: inside })]);
  return {
    ...nothing,
    level: "sector" as const,
    inside,
    reading: fitting([...answer.reading.slice(0, 1), ...held.reading.slice(0, 1), ...answer.reading.slice(1)]),
    groups: toWire(answer.result),
    stocks: toWire(held.result),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Groups · Yubrin" }];

/** Sets whose members belong to regions, classes or families. */
const BOARDS: readonly PeerSet[] = ["world", "asset-class", "commodity"];
const PEERS = PEER_CHOICES.filter((c) => c.value !== "stock");

export default function Groups({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const hrefWith = useHrefWith();
  const [search] = useSearchParams();
  const [active, setActive] = useState<{ key: string; name: string }>();
  const { level, inside } = loaderData;
  const table = loaderData.groups && fromWire<ResultOf<typeof groups>>(loaderData.groups);
  const held = loaderData.stocks && fromWire<ResultOf<typeof stocks>>(loaderData.stocks);
  const holds = loaderData.fund && fromWire<ResultOf<typeof fund>>(loaderData.fund);
  const up = holds ? { peers: "fund" } : upFrom(inside, held?.rows[0]?.sector ?? "");
  const wayBack = useWayBack();
  const isBeside = search.get("beside") === "chart";
  // Only a chart beside the list has use for the row that has the keyboard.
  const follow = (row: { key: string; name: string }) => {
    if (isBeside) setActive(row);
  };
  const toggleBeside = hrefWith({ beside: isBeside ? undefined : "chart" });
  useKeys({
    v: () => void navigate(toggleBeside, { replace: true, preventScrollReset: true }),
    Backspace: () => wayBack(up && hrefOf(here, "/groups", up)),
  });
  const asked =
    inside === ""
      ? { peers: search.get("peers") ?? undefined, in: table?.in || undefined, leveraged: search.get("leveraged") ?? undefined }
      : holds
        ? { ticker: holds.ticker }
        : { group: inside === "focus" ? here.focus : inside };
  const twin = hrefOf({ ...here, focus: [] }, inside === "" ? "/data/groups" : holds ? "/data/fund" : "/data/stocks", asked);
  const firstStock = held?.rows[0] ?? holds?.holdings[0];
  const shownRow = active ?? (firstStock ? { key: firstStock.ticker, name: firstStock.name } : table?.rows[0]);
  const note = search.get("note") ?? "";
  const none = level === "peers" && table?.rows.length === 0;
  const flick = (
    <Link className="border-b border-dotted border-indigo font-semibold text-indigo" to={toggleBeside} replace preventScrollReset>
      {isBeside ? "without the chart beside it" : "with a chart beside it"}
    </Link>
  );
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <LevelPath inside={inside} sector={held?.rows[0]?.sector ?? ""} fund={holds?.name} />
      {level === "peers" && table ? (
        <ControlSentence twin={twin}>
          The{" "}
          <InlineMenu
            label="Peer set"
            param="peers"
            value={table.peers}
            choices={PEERS}
            also={{ of: undefined, leveraged: undefined, sort: undefined, note: undefined }}
          />
          {table.in !== "" && (
            <>
              {" "}
              of <b className="font-semibold text-ink">{table.inName}</b> (
              <Link className="link" to={hrefWith({ of: undefined })}>
                all
              </Link>
              )
            </>
          )}{" "}
          by the mean of three and six months, tinted by z within the set of {table.peerCount}, {flick}
          <NoteMenu notes={table.rows.map(notesOf)} value={note} />
          {here.focus.length > 0 && table.in === "" && ["sector", "industry", "theme"].includes(table.peers) && (
            <>
              ;{" "}
              <Link className="link" title={explanationsOf("in focus")} to={hrefWith({ of: "focus" })}>
                those in focus
              </Link>
            </>
          )}
          {table.peers === "fund" && (
            <>
              ;{" "}
              <Link className="link" to={hrefWith({ leveraged: search.get("leveraged") === "true" ? undefined : "true" })}>
                {search.get("leveraged") === "true" ? "leave leveraged and inverse out" : "leveraged and inverse too"}
              </Link>
            </>
          )}
        </ControlSentence>
      ) : holds ? (
        <ControlSentence twin={twin}>
          {holds.holdings.length} holdings, ranked and tinted by z among themselves, {flick};{" "}
          <Link className="link" to={hrefOf(here, "/rotation", { set: "stock", in: inside })}>
            their rotation
          </Link>
          ,{" "}
          <Link className="link" to={hrefOf(here, `/chart/${encodeURIComponent(holds.ticker)}`)}>
            the fund’s chart
          </Link>
        </ControlSentence>
      ) : (
        <ControlSentence twin={twin}>
          {held?.rows.length ?? 0} stocks, each ranked and tinted by z within this set
          {level === "sector" ? `; its industries are ranked among all ${table?.peerCount ?? 0}` : ""}, {flick}
          <NoteMenu notes={held?.rows.map(notesOf) ?? []} value={note} />;{" "}
          <Link className="link" to={hrefOf(here, "/rotation", { set: "stock", in: inside })}>
            their rotation
          </Link>
          ,{" "}
          <Link className="link" to={hrefOf(here, "/period-map", { in: inside })}>
            a period
          </Link>
        </ControlSentence>
      )}
      {none && (
        <p className="mt-6 max-w-xl">
          There are no {PEER_SETS[table.peers].many} here yet. A{" "}
          <Link className="figure-link" to={hrefOf(here, "/files")}>
            table of names
          </Link>{" "}
          gives stocks their sectors and groups, or they are typed for many at once under{" "}
          <Link className="figure-link" to={hrefOf(here, "/files/instruments")}>
            who is who
          </Link>
          ; funds and what they hold come by a membership file. Until then{" "}
          <Link className="figure-link" to={hrefOf(here, "/groups", { in: "market:" })}>
            all stocks can be ranked together
          </Link>
          .
        </p>
      )}
      <div className={isBeside ? "grid items-start gap-5 min-[1000px]:grid-cols-[minmax(0,1fr)_400px]" : ""}>
        <div className="min-w-0">
          {table && BOARDS.includes(table.peers) && !isBeside && (
            <Board rows={table.rows} families={table.families} peers={table.peers} />
          )}
          {table && !none && (
            <GroupsTable
              rows={level === "peers" ? withNote(table.rows, note, notesOf) : table.rows}
              peers={table.peers}
              short={level === "sector"}
              onActive={follow}
            />
          )}
          {held && held.rows.length > 0 && (
            <StocksTable rows={withNote(held.rows, note, notesOf)} from={inside} short={level === "sector"} onActive={follow} />
          )}
          {!none && <NotesInWords />}
          {held && held.funds.length > 0 && (
            <p className="mt-2">
              Funds that hold mostly these:{" "}
              {held.funds.map((f, k) => (
                <span key={f.ticker}>
                  {k > 0 && ", "}
                  <Link className="figure-link" to={hrefOf(here, "/groups", { in: `group:${f.ticker}` })}>
                    {f.name}
                  </Link>{" "}
                  <span className="text-soft">({percent(f.weight, 0)})</span>
                </span>
              ))}
              .
            </p>
          )}
          {holds && <FundPart fund={holds} onActive={follow} />}
        </div>
        {isBeside && <ChartBeside of={shownRow?.key} name={shownRow?.name ?? ""} />}
      </div>
    </>
  );
}

/** One level up from a group, as parameters; undefined at the top. */
function upFrom(inside: string, sector: string): Record<string, string> | undefined {
  if (inside === "") return undefined;
  return inside.startsWith("industry:") && sector !== "" ? { in: `sector:${sector}` } : {};
}
