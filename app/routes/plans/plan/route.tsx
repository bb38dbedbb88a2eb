import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { PlanSide } from "@core/plans/plan-orders";
import { listItems } from "@server/items.server";
import { askedPlans, getPlan } from "@server/plans.server";
import { optionChain } from "@studies/plans/option-chain";
import { plan as planStudy } from "@studies/plans/plan";
import { madeWords, STATUS_WORDS } from "@studies/plans/plan-words";
import { date, list } from "@studies/words/words";
import { findFor, foreseen, openDesk } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { ChoiceMenu, ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { ChangesList } from "./changes-list";
import { OptionChain } from "./option-chain";
import { OptionPart } from "./option-part";
import { PlanMissing } from "./plan-missing";
import { PlanPicture } from "./plan-picture";
import { freshKey, planShown, withoutRung, withRungAt, type PlanAnswer } from "./plan-shown";
import { RungForm } from "./rung-form";
import { SizePart } from "./size-part";
import { StepForm, StepsPart } from "./steps-part";
import { TimeLine } from "./time-line";
import { usePlanEdits } from "./use-plan-edits";

export async function loader({ request, params }: Route.LoaderArgs) {
  const desk = await openDesk();
  const kept = await foreseen(() => getPlan(desk.db, params.id));
  const [asked] = await askedPlans(desk.db, [kept.plan]);
  const { market, ticker } = kept.plan;
  const search = new URL(request.url).searchParams;
  const answer = await findFor(request, planStudy, { plan: JSON.stringify(asked) }, market);
  const way = {
    right: search.get("right") ?? undefined,
    expiry: search.get("expiry") ?? undefined,
    delta: search.get("delta") ?? undefined,
  };
  const chain = search.has("option")
    ? await findFor(request, optionChain, { for: ticker, ...(way as { right?: "call" | "put" }) }, market)
    : undefined;
  const settled = (await foreseen(() => desk.settledSessions(market))).at(-1);
  return {
    kept,
    reading: answer?.reading ?? [],
    answer: answer && toWire(answer.result),
    chain: chain && toWire(chain.result),
    isLatest: answer?.isLatest ?? false,
    written: settled ?? kept.plan.versions[0]!.made,
    names: await clauseNames(request, market),
    accounts: (await listItems(desk.db, "account")).map(({ name, body }) => ({
      name,
      currency: body.currency,
      percent: body.percent,
    })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Plan · Yubrin" }];

/** One plan: both sides on the ladder beside the bars, its size and steps, what comes within its time, and what has come of it. */
export default function Plan({ loaderData }: Route.ComponentProps) {
  const { kept, answer } = loaderData;
  return answer ? (
    <PlanPage key={kept.plan.id} loaderData={loaderData} plan={fromWire<PlanAnswer>(answer)} />
  ) : (
    <PlanMissing plan={kept.plan} />
  );
}

interface PageProps {
  readonly loaderData: Route.ComponentProps["loaderData"];
  readonly plan: PlanAnswer;
}

function PlanPage({ loaderData, plan }: PageProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { kept, written, accounts, names } = loaderData;
  const edits = usePlanEdits({ ...kept, written }, plan.asOf, plan.version);
  const { version, change, deeds, told } = edits;
  const shown = planShown(plan, version);
  const [rung, setRung] = useState<{ readonly side: PlanSide; readonly key: string }>();
  const [step, setStep] = useState<string>();
  const picture = useRef<HTMLElement>(null);
  const isOptionOpen = search.has("option");
  const chain = loaderData.chain && fromWire<ResultOf<typeof optionChain>>(loaderData.chain);
  const taken = kept.plan.versions.flatMap((one) => [
    ...one.steps.map((s) => s.key),
    ...(["long", "short"] as const).flatMap((side) =>
      [...(one[side]?.targets ?? []), ...(one[side]?.addOns ?? [])].map((r) => r.key),
    ),
  ]);
  useKeys({
    Backspace: () => wayBack(hrefOf(here, "/plans")),
    "$mod+z": () => edits.undo(),
    "$mod+Shift+z": () => edits.redo(),
    "$mod+y": () => edits.redo(),
  });
  const focusRung = ({ side, key }: { readonly side: PlanSide; readonly key: string }) => {
    const all = picture.current?.querySelectorAll<HTMLElement>("[data-rung]") ?? [];
    ([...all].find((one) => one.dataset.rung === `${side} ${key}`) ?? all[0])?.focus();
  };
  // What had the keyboard is gone with the form; it goes back to its rung.
  const last = useRef(rung);
  useEffect(() => {
    if (!rung && last.current) focusRung(last.current);
    last.current = rung;
  }, [rung]);
  const add = (side: PlanSide, what: "target" | "add-on") => {
    const orders = version[side]!;
    const sign = side === "long" ? 1 : -1;
    const unit = plan.atr > 0 ? plan.atr : plan.close * 0.02;
    const entry = orders.entry.order === "open" ? plan.close : orders.entry.price;
    const rungs = what === "target" ? orders.targets : orders.addOns;
    const far = rungs.reduce((at, one) => (sign * (one.price - at) > 0 ? one.price : at), entry);
    const price = Number(Math.max(unit / 100, far + sign * unit).toFixed(4));
    const key = freshKey(`${side[0]!}${what === "target" ? "t" : "a"}`, taken);
    const next =
      what === "target"
        ? { ...orders, targets: [...orders.targets, { key, price, share: 0.5 }] }
        : { ...orders, addOns: [...orders.addOns, { key, order: "stop" as const, price, share: 0.5 }] };
    change({ ...version, [side]: next }, `${side} ${what}`);
    setRung({ side, key });
  };
  const remove = (side: PlanSide, key: string) => {
    if (key === "entry" || key === "stop") return;
    change(withoutRung(version, side, key), "a rung taken out");
    setRung(undefined);
  };
  const states = statesOf(plan);
  const isLive = plan.sides.some((side) => side.outcome.held > 0 || side.outcome.status === "waiting");
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        files={
          <Link className="hover:text-indigo" to={hrefOf(here, `/plans/${plan.id}/page`)}>
            print a page
          </Link>
        }
      >
        Plan <PlanSentence shown={shown} onChange={change} />; it is{" "}
        <b className="font-semibold text-ink">{version.isClosed ? "closed by hand" : list(states) || "empty"}</b>
        {plan.provisional && isLive ? <span className="text-amber"> (session in progress)</span> : null}.
      </ControlSentence>
      {deeds.answer?.error && (
        <p role="alert" className="mb-2 text-rust">
          {deeds.answer.error} {deeds.answer.details?.join(" ")} What was there before stays.
        </p>
      )}
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_226px]">
        <figure ref={picture} data-main tabIndex={-1} className="relative min-w-0">
          <PlanPicture
            shown={shown}
            onMove={(side, key, to, isSlow) => {
              change(withRungAt(version, side, key, to), `${side} ${key}`, isSlow);
            }}
            onOpen={(side, key) => {
              setRung({ side, key });
            }}
            onRemove={remove}
          />
          {rung && version[rung.side] && (
            <RungForm
              key={`${rung.side} ${rung.key}`}
              version={version}
              side={rung.side}
              rungKey={rung.key}
              onChange={(next) => {
                change(next, `${rung.side} ${rung.key}`);
              }}
              onRemove={() => {
                remove(rung.side, rung.key);
              }}
              onClose={() => {
                setRung(undefined);
              }}
            />
          )}
          <p className="mt-1 flex flex-wrap gap-x-4 text-[12px] text-soft">
            {(["long", "short"] as const).map((side) =>
              version[side] ? (
                <span key={side} className="flex gap-2">
                  {side}:
                  {(["target", "add-on"] as const).map((what) => (
                    <button
                      key={what}
                      type="button"
                      className="min-h-6 text-indigo hover:underline"
                      title={explanationsOf(what)}
                      onClick={() => {
                        add(side, what);
                      }}
                    >
                      {what === "target" ? "a target more" : "an add-on more"}
                    </button>
                  ))}
                </span>
              ) : null,
            )}
            <span>Rungs are dragged, or moved by arrows (Shift further, Page to the next level); Enter types one.</span>
          </p>
        </figure>
        <div>
          <SizePart shown={shown} accounts={accounts} onChange={change} />
          <StepsPart shown={shown} taken={taken} open={step} onOpen={setStep} onChange={change} />
          <OptionPart
            shown={shown}
            isOpen={isOptionOpen}
            onOpen={() => void navigate(hrefNowWith({ option: isOptionOpen ? undefined : "1" }), { preventScrollReset: true })}
            onChange={change}
          />
        </div>
      </div>
      {step !== undefined && (
        <StepForm
          key={step}
          shown={shown}
          taken={taken}
          open={step}
          names={names}
          onChange={change}
          onClose={() => {
            setStep(undefined);
          }}
        />
      )}
      {isOptionOpen &&
        (chain ? (
          <OptionChain shown={shown} chain={chain} onChange={change} />
        ) : (
          <p className="mt-3 text-soft">No chain can be simulated here: it needs a bar of this session and 64 closes.</p>
        ))}
      <section aria-label="Within its time" className="mt-2">
        <h2 className="heading">Within its time</h2>
        <TimeLine plan={plan} />
      </section>
      <ChangesList plan={plan} />
      <PlanFoot loaderData={loaderData} plan={plan} edits={edits} isLive={isLive} />
      {told && (
        <p role="status" className="sr-only">
          {told.words} changed. Control Z takes it back.
        </p>
      )}
    </>
  );
}

/** "waiting"; where the sides differ, each: "long cancelled and short at its target". */
function statesOf({ sides }: PlanAnswer): string[] {
  const words = sides.map((side) => STATUS_WORDS[side.outcome.status]);
  return new Set(words).size < 2 ? words.slice(0, 1) : sides.map((side, k) => `${side.side} ${words[k]!}`);
}

function PlanFoot({
  loaderData: { kept },
  plan,
  edits,
  isLive,
}: PageProps & { readonly edits: ReturnType<typeof usePlanEdits>; readonly isLive: boolean }) {
  const here = useHere();
  const { version, change } = edits;
  const isOpen = plan.sides.some((side) => side.outcome.held > 0);
  return (
    <p className="mt-3 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-[12px] text-soft">
      <span>
        This version was {madeWords(version)}; versions: {kept.plan.versions.map((one) => date(one.made)).join(", ")}.
      </span>
      {isLive && !version.isClosed && (
        <button
          type="button"
          className="min-h-6 hover:text-indigo"
          onClick={() => {
            change({ ...version, isClosed: true }, isOpen ? "closed by hand" : "cancelled");
          }}
        >
          {isOpen ? "close it at the next open" : "cancel it"}
        </button>
      )}
      {version.isClosed && isLive && (
        <button
          type="button"
          className="min-h-6 text-indigo hover:underline"
          onClick={() => {
            const { isClosed: _isClosed, ...rest } = version;
            change(rest, "kept on");
          }}
        >
          keep it on
        </button>
      )}
      <Link className="hover:text-indigo" to={hrefOf({ ...here, asOf: isoDate(plan.made) }, `/plans/${plan.id}`)}>
        as it was made
      </Link>
    </p>
  );
}

interface SentenceProps {
  readonly shown: ReturnType<typeof planShown>;
  readonly onChange: ReturnType<typeof usePlanEdits>["change"];
}

const SPANS = [3, 5, 10, 15, 20, 30, 60, 120];

/** The terms of a plan as a sentence whose words can be changed. */
function PlanSentence({ shown: { version, plan }, onChange }: SentenceProps) {
  const sides = version.long && version.short ? "both" : version.long ? "long" : "short";
  const hidden = (side: PlanSide) => plan.sides.find((one) => one.side === side)?.outcome.entered ?? -1;
  const spans = (own: number | undefined) => [...new Set([...SPANS, ...(own === undefined ? [] : [own])])].sort((a, b) => a - b);
  const withSides = (next: string) => {
    const mirrored = (from: NonNullable<typeof version.long>, side: PlanSide): NonNullable<typeof version.long> => {
      const turn = (x: number) => Number(Math.max(plan.close / 100, 2 * plan.close - x).toFixed(4));
      return {
        entry: from.entry.order === "open" ? from.entry : { ...from.entry, price: turn(from.entry.price) },
        stop: turn(from.stop),
        targets: from.targets.map((t, k) => ({ ...t, key: `${side[0]!}m${k + 1}`, price: turn(t.price) })),
        addOns: [],
      };
    };
    const { long, short, ...rest } = version;
    const up = long ?? mirrored(short!, "long");
    const down = short ?? mirrored(long!, "short");
    onChange({ ...rest, ...(next === "short" ? {} : { long: up }), ...(next === "long" ? {} : { short: down }) }, "the sides");
  };
  return (
    <>
      of {date(plan.made)} on{" "}
      <ChoiceMenu
        label="Sides"
        value={sides}
        choices={[
          { value: "both", label: "both sides" },
          ...(hidden("short") < 0 ? [{ value: "long", label: "the long side" }] : []),
          ...(hidden("long") < 0 ? [{ value: "short", label: "the short side" }] : []),
        ]}
        onChoose={withSides}
      />
      {sides === "both" && (
        <>
          ,{" "}
          <ChoiceMenu
            label="One cancels the other"
            value={version.oneCancelsOther ? "yes" : "no"}
            choices={[
              { value: "yes", label: "one cancels the other" },
              { value: "no", label: "each for itself" },
            ]}
            onChoose={(value) => {
              onChange({ ...version, oneCancelsOther: value === "yes" }, "one cancels the other");
            }}
          />
        </>
      )}
      , for{" "}
      <ChoiceMenu
        label="Horizon"
        value={String(version.horizon ?? "")}
        choices={[
          { value: "", label: "as long as it takes" },
          ...spans(version.horizon).map((n) => ({ value: String(n), label: `${n} sessions` })),
        ]}
        onChoose={(value) => {
          const { horizon: _horizon, ...rest } = version;
          onChange(value === "" ? rest : { ...rest, horizon: Number(value) }, "the horizon");
        }}
      />
      , out{" "}
      <ChoiceMenu
        label="Time stop"
        value={String(version.timeStop ?? "")}
        choices={[
          { value: "", label: "at no set time" },
          ...spans(version.timeStop).map((n) => ({ value: String(n), label: `${n} sessions after the entry` })),
        ]}
        onChoose={(value) => {
          const { timeStop: _timeStop, ...rest } = version;
          onChange(value === "" ? rest : { ...rest, timeStop: Number(value) }, "the time stop");
        }}
      />{" "}
      and{" "}
      <ChoiceMenu
        label="Report"
        value={version.isOutBeforeReport ? "out" : "held"}
        choices={[
          { value: "held", label: "held through a report" },
          { value: "out", label: "out before a report" },
        ]}
        onChoose={(value) => {
          onChange({ ...version, isOutBeforeReport: value === "out" }, "what is done before a report");
        }}
      />
    </>
  );
}
