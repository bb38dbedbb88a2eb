import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { anyOf } from "@studies/sets/group-key";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { periodMap } from "@studies/period-map/period-map";
import { askFor } from "~/ask.server";
import { listsNow } from "~/lists-now.server";
import { hrefOf, parseHere, useHere, useHrefWith } from "~/here";
import { offeredGroups } from "~/offered-groups.server";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { PEER_CHOICES } from "~/ui/peer-choices";
import { Reading } from "~/ui/reading";
import { useRemembered } from "~/ui/remembered";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { MemberRows } from "./member-rows";
import { PeriodMenu } from "./period-menu";
import { PeriodTable } from "./period-table";
import { RankedStrip } from "./ranked-strip";
import { Selection } from "./selection";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const { focus } = parseHere(search);
  const wanted = search.get("in") ?? "";
  const inside = wanted === "focus" ? (focus.length > 0 ? anyOf(focus) : "") : wanted;
  const answer = await askFor(request, periodMap, {
    set: (search.get("set") ?? "stock") as PeerSet,
    ...(inside === "" ? {} : { in: inside }),
    ...(search.get("from") ? { from: search.get("from")! } : {}),
    ...(search.get("to") ? { to: search.get("to")! } : {}),
  });
  return {
    reading: answer.reading,
    market: answer.market,
    asOf: answer.asOf,
    map: toWire(answer.result),
    groups: await offeredGroups(request),
    lists: (await listsNow(request, answer.market, answer.asOf)).map(({ name, tickers }) => ({ name, tickers })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Period map · Yubrin" }];

export default function PeriodMap({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const hrefWith = useHrefWith();
  const [search] = useSearchParams();
  const map = useMemo(() => fromWire<ResultOf<typeof periodMap>>(loaderData.map), [loaderData.map]);
  const [picked, setPicked] = useRemembered<readonly string[]>("picked members", []);
  const [lit, setLit] = useState<string>();
  // A choice holds as long as the members do; another period keeps it where they are the same.
  const chosen = useMemo(() => {
    const there = new Set(map.rows.map((r) => r.key));
    return new Set(picked.filter((key) => there.has(key)));
  }, [picked, map]);
  const choose = (keys: readonly string[]) => {
    setPicked(keys);
  };
  const toggle = (key: string) => {
    choose(chosen.has(key) ? [...chosen].filter((k) => k !== key) : [...chosen, key]);
  };
  const valued = map.rows.some((r) => r.value > 0);
  const rowsOpen = map.groups.some((g) => g.key !== "" && g.key !== map.in);
  const sizes = map.rows.map((r) => Math.abs(r.change)).sort((a, b) => a - b);
  const full = Math.max(0.01, sizes[Math.floor(0.9 * sizes.length)] ?? 0.01);
  const twin = hrefOf({ ...here, focus: [] }, "/data/period-map", {
    set: map.set,
    in: map.in || undefined,
    from: search.get("from") ?? undefined,
    to: search.get("to") ?? undefined,
  });
  const focused = here.focus.length > 0 ? [{ value: "focus", label: "the focus" }] : [];
  const present = map.in === "" ? [] : [{ value: map.in, label: map.inName }];
  const groups = [
    { value: "", label: "the broad market" },
    ...focused,
    ...present,
    ...loaderData.groups.filter((g) => g.kind !== "industry" && g.value !== map.in).map(({ value, label }) => ({ value, label })),
  ];
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={twin}>
        The <InlineMenu label="Set" param="set" value={map.set} choices={PEER_CHOICES} also={{ in: undefined }} />
        {map.set === "stock" && (
          <>
            {" "}
            of <InlineMenu label="Stocks of" param="in" value={map.in} choices={groups} />, members on the first day,
          </>
        )}{" "}
        over <PeriodMenu from={map.from} to={map.to} swings={map.swings} referenceName={map.referenceName} />
        {map.unknown > 0 && `; ${map.unknown} without a close to begin with`}
      </ControlSentence>
      {map.rows.length === 0 ? (
        <p className="mt-6 max-w-xl">
          Nothing of this set had a close when the period begins. Choose another period or set above, or{" "}
          <Link className="figure-link" to={hrefOf(here, "/period-map")}>
            begin again with the last decline
          </Link>
          .
        </p>
      ) : (
        <>
          <div className="grid gap-5 min-[1000px]:grid-cols-[minmax(0,1fr)_190px]">
            <figure className="min-w-0">
              <MemberRows
                rows={map.rows}
                groups={map.groups}
                level={map.level}
                name={PEER_SETS[map.set].many}
                reference={map.reference}
                referenceName={map.referenceName}
                byTicker={map.set === "stock" || map.set === "fund"}
                chosen={chosen}
                lit={lit}
                onLight={setLit}
                onToggle={toggle}
                onChoose={choose}
                inside={(group) => (group === map.in ? undefined : hrefWith({ set: "stock", in: group }))}
              />
              <figcaption className="mt-1 text-[12px] text-soft">
                Each dot a member{valued ? ", sized by its market value at the start" : ""}
                {map.groups.length < map.rows.length ? "; the bar in a row is its median" : ""}. Rows stand in the order of their
                means. Drag over the dots to choose a span of them, from the marker to the right edge for all that did better
                {rowsOpen ? "; press the name of a row to look inside" : ""}.
              </figcaption>
            </figure>
            <RankedStrip
              rows={map.rows}
              reference={map.reference}
              referenceName={map.referenceName}
              chosen={chosen}
              lit={lit}
              onLight={setLit}
            />
          </div>
          <Selection
            rows={map.rows}
            from={map.from}
            to={map.to}
            chosen={chosen}
            onChoose={choose}
            market={loaderData.market}
            asOf={loaderData.asOf}
            lists={loaderData.lists}
          />
          <PeriodTable rows={map.rows} chosen={chosen} onToggle={toggle} reference={map.reference} full={full} />
        </>
      )}
    </>
  );
}
