import { useMemo, useState } from "react";
import { Link, useNavigate, useSearchParams, type ShouldRevalidateFunctionArgs } from "react-router";
import { ROTATION_WINDOWS } from "@core/rotation/rotation";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { rotation } from "@studies/rotation/rotation";
import { askFor } from "~/ask.server";
import { useFrameValue } from "~/frame-context";
import { hrefOf, linkHref, useHere, hrefNowWith, useHrefWith } from "~/here";
import { PEER_CHOICES } from "~/ui/peer-choices";
import { peerColours } from "~/ui/peer-colours";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Lacking } from "~/ui/lacking";
import { Reading } from "~/ui/reading";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { benchmarkChoices, EVERY, insideChoices, TRAILS } from "./choices";
import { Dial } from "./dial";
import { Events } from "./events";
import { PairPart } from "./pair-part";
import { offeredInstruments } from "~/offered-groups.server";
import { rotationParams } from "./params.server";
import { PhaseRibbon } from "./phase-ribbon";
import { RotationTable } from "./rotation-table";
import { Shares } from "./shares";
import { tracedOf } from "./traced";
import { useSamples } from "./use-samples";

export async function loader({ request }: Route.LoaderArgs) {
  const { params, groups } = await rotationParams(request);
  const answer = await askFor(request, rotation, params);
  return {
    reading: answer.reading,
    rotation: toWire(answer.result),
    groups,
    benchmarks: await offeredInstruments(request, ["index", "bond", "commodity"]),
    currencies: await offeredInstruments(request, ["currency"]),
  };
}

/** Trails, what is hidden and the step back change what is drawn, not what is asked. */
export function shouldRevalidate({ currentUrl, nextUrl, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs): boolean {
  const asked = (url: URL) => {
    const search = new URLSearchParams(url.search);
    for (const name of ["trail", "hide", "trace", "back", "beside", "sort"]) search.delete(name);
    return search.toString();
  };
  const same = currentUrl.pathname === nextUrl.pathname && currentUrl.search !== nextUrl.search;
  return same && asked(currentUrl) === asked(nextUrl) ? false : defaultShouldRevalidate;
}

export const meta: Route.MetaFunction = () => [{ title: "Rotation · Yubrin" }];

export default function Rotation({ loaderData }: Route.ComponentProps) {
  const [search] = useSearchParams();
  const here = useHere();
  const navigate = useNavigate();
  const hrefWith = useHrefWith();
  const { sectors, market } = useFrameValue();
  const r = useMemo(() => fromWire<ResultOf<typeof rotation>>(loaderData.rotation), [loaderData.rotation]);
  const { set } = r;
  const [pointed, setLit] = useState<string>();
  const last = r.days.length - 1;
  const trail = Math.max(0, Math.min(52, Number(search.get("trail") ?? 12) || 0));
  const samples = useSamples(last, trail);
  const shownAt = samples.at;

  const hidden = useMemo(() => new Set(search.getAll("hide")), [search]);
  // What is hidden lights nothing: the others would all be dimmed.
  const lit = pointed !== undefined && hidden.has(pointed) ? undefined : pointed;
  const openHref = (m: (typeof r.rows)[number]) =>
    m.down
      ? hrefOf(here, "/rotation", { set: m.down.set, in: m.down.in, every: search.get("every") ?? undefined })
      : m.ticker !== ""
        ? linkHref(here, { screen: "chart", params: { ticker: m.ticker } })
        : hrefOf(here, "/groups", { in: m.key });
  const chosen = useMemo(() => new Set(search.getAll("trace")), [search]);
  const { traced, colours, isLimited } = useMemo(
    () => tracedOf(r.rows, peerColours(r.rows, sectors), chosen, trail),
    [r.rows, sectors, chosen, trail],
  );
  const dialRows = r.rows.map((m) => ({ ...m, colour: colours.get(m.key)!, traced: traced.has(m.key) }));
  const visible = dialRows.filter((m) => !hidden.has(m.key));
  const flatRows = visible.map((m) => ({ ...m, trend: m.flatTrend, momentum: m.flatMomentum }));
  const ribbonRows = [...dialRows]
    .sort((a, b) =>
      Number.isNaN(b.trend[shownAt]!) ? -1 : Number.isNaN(a.trend[shownAt]!) ? 1 : b.trend[shownAt]! - a.trend[shownAt]!,
    )
    .map((m) => ({ ...m, to: openHref(m), hidden: hidden.has(m.key), chosen: chosen.has(m.key) }));
  const beside = search.get("beside") === "flat" && r.benchmarkKind !== "flat";
  const hub = r.benchmarkName;
  const placed = r.rows.some((m) => m.phase !== "");
  const { n, k } = ROTATION_WINDOWS[r.every];
  const dial = (title: string, rows: typeof visible, centre: string) => (
    <figure className="min-w-0">
      {beside && <figcaption className="heading text-center">{title}</figcaption>}
      <Dial
        title={title}
        set={set}
        rows={rows}
        at={shownAt}
        trail={trail}
        hub={centre}
        lit={lit}
        onLight={setLit}
        onOpen={(key) => {
          const member = r.rows.find((m) => m.key === key);
          if (member) void navigate(openHref(member));
        }}
      />
    </figure>
  );
  const toggle = (param: string, among: ReadonlySet<string>, key: string) => {
    const next = among.has(key) ? [...among].filter((k) => k !== key) : [...among, key];
    void navigate(hrefNowWith({ [param]: next }), { replace: true, preventScrollReset: true });
  };
  const ribbon = (
    <PhaseRibbon
      rows={ribbonRows}
      days={r.days}
      samples={samples}
      sampleName={r.sampleName}
      inProgress={r.inProgress}
      isLimited={isLimited}
      lit={lit}
      onLight={setLit}
      onHide={(key) => {
        toggle("hide", hidden, key);
      }}
      onChoose={(key) => {
        toggle("trace", chosen, key);
      }}
    />
  );
  const twin = hrefOf({ ...here, focus: [] }, "/data/rotation", {
    set,
    in: r.in || undefined,
    every: r.every,
    bench: r.bench,
    base: r.base || undefined,
  });
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={twin}>
        <InlineMenu label="Sampling" param="every" value={r.every} choices={EVERY} /> samples of the{" "}
        <InlineMenu
          label="Set"
          param="set"
          value={set}
          choices={PEER_CHOICES}
          also={{ in: undefined, hide: undefined, trace: undefined, long: undefined, short: undefined, bench: undefined }}
        />
        <Inside r={r} groups={loaderData.groups} focus={here.focus.length > 0} /> against{" "}
        <InlineMenu label="Benchmark" param="bench" value={r.bench} choices={benchmarkChoices(r, set, loaderData.benchmarks)} />
        {set === "currency" && (
          <>
            {" "}
            in{" "}
            <InlineMenu
              label="Base currency"
              param="base"
              value={r.base}
              choices={[
                { value: "", label: "the home currency" },
                ...loaderData.currencies.map((c) => ({ value: c.ticker, label: c.name })),
              ]}
            />
          </>
        )}
        , the last <InlineMenu label="Trail" param="trail" value={String(trail)} choices={TRAILS} />
        {r.benchmarkKind !== "flat" && (
          <>
            ,{" "}
            <Link
              className="border-b border-dotted border-indigo font-semibold text-indigo"
              to={hrefWith({ beside: beside ? undefined : "flat" })}
              replace
              preventScrollReset
            >
              {beside ? "without the flat line beside it" : "beside a flat line"}
            </Link>
          </>
        )}
        {hidden.size > 0 && (
          <>
            ; {hidden.size} hidden,{" "}
            <Link className="font-semibold link" to={hrefWith({ hide: undefined })} replace preventScrollReset>
              show all
            </Link>
          </>
        )}
        {shownAt < last && <span className="text-amber">; the reading is of the latest {r.sampleName}</span>}
      </ControlSentence>
      {!placed && r.rows.length > 0 && (
        <p className="mt-2 mb-4 max-w-xl">
          Trend and momentum need {2 * n + k + 3} {r.sampleName}s of history, and at this date there are {r.known}.
          {r.every !== "daily" && (
            <>
              {" "}
              <Link className="figure-link" to={hrefWith({ every: "daily" })}>
                Daily samples
              </Link>{" "}
              need {2 * ROTATION_WINDOWS.daily.n + ROTATION_WINDOWS.daily.k + 3} sessions.
            </>
          )}
        </p>
      )}
      {(set === "sector" || set === "industry") && <Lacking of={["sectors"]} without="there are no groups to compare" />}
      {r.rows.length === 0 ? (
        <p className="mt-6 max-w-xl">
          There is nothing in this set at this date. Choose another set above, a later date in the time bar, or look at{" "}
          <Link className="figure-link" to={hrefOf(here, "/rotation", { set: "stock", in: "market:" })}>
            the stocks of {market?.name ?? "the market"}
          </Link>
          .
        </p>
      ) : (
        <>
          {!placed ? (
            ribbon
          ) : beside ? (
            <>
              <div className="grid grid-cols-2 gap-6">
                {dial(`Relative to ${r.benchmarkName}`, visible, hub)}
                {dial("Against a flat line", flatRows, "a flat line")}
              </div>
              <div className="mt-4">{ribbon}</div>
            </>
          ) : (
            <div className="grid gap-6 min-[1000px]:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
              {dial(`Relative to ${r.benchmarkName}`, visible, hub)}
              {ribbon}
            </div>
          )}
          <div className="mt-5 grid grid-cols-[minmax(0,5fr)_minmax(0,3fr)_minmax(0,3fr)] gap-8">
            {r.pair ? <PairPart days={r.days} pair={r.pair} members={r.rows} /> : <div />}
            <Shares phases={r.phases} temperaments={r.temperaments} />
            <Events events={r.events} sampleName={r.sampleName} />
          </div>
          <RotationTable rows={r.rows} sampleName={r.sampleName} openHref={openHref} back={last - shownAt} />
        </>
      )}
    </>
  );
}

/** The clause that says of which group the members are, where the set can be narrowed. */
function Inside({
  r,
  groups,
  focus,
}: {
  r: { readonly set: string; readonly in: string; readonly inName: string };
  groups: Route.ComponentProps["loaderData"]["groups"];
  focus: boolean;
}) {
  const choices = insideChoices(r.set as PeerSet, r, groups, focus);
  if (choices.length < 2) return r.inName === "" ? null : <> of {r.inName}</>;
  return (
    <>
      {" "}
      of <InlineMenu label={`${PEER_SETS[r.set as PeerSet].many} of`} param="in" value={r.in} choices={choices} />
    </>
  );
}
