import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { onTick } from "@core/columns/tick";
import { PLAN_SIDES, type PlanSide } from "@core/plans/plan-orders";
import type { KeptPlan } from "@server/plans.server";
import type { Sentence } from "@studies/define-study";
import type { optionChain } from "@studies/plans/option-chain";
import { STATUS_WORDS } from "@studies/plans/plan-words";
import { list } from "@studies/words/words";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import type { ResultOf } from "~/wire";
import { ChangesList } from "./changes-list";
import { OptionChain } from "./option-chain";
import { OptionPart } from "./option-part";
import { PlanFoot } from "./plan-foot";
import { PlanPicture } from "./plan-picture";
import { PlanSentence } from "./plan-sentence";
import { freshKey, planShown, withoutRung, withRungAt, type PlanAnswer } from "./plan-shown";
import { RungForm } from "./rung-form";
import type { OfferedAccount } from "./size-form";
import { SizePart } from "./size-part";
import { StepForm } from "./step-form";
import { StepsPart } from "./steps-part";
import { TimeLine } from "./time-line";
import { usePlanEdits } from "./use-plan-edits";
import { pinProps } from "~/ui/pin/pin-props";

interface Props {
  readonly kept: KeptPlan;
  /** Epoch day of the latest session that there is. */
  readonly latest: number;
  readonly plan: PlanAnswer;
  readonly reading: readonly Sentence[];
  /** Where one is being chosen; undefined where none can be simulated. */
  readonly chain: ResultOf<typeof optionChain> | undefined;
  readonly accounts: readonly OfferedAccount[];
  readonly names: ClauseNames;
}

/** A plan while it is looked at and changed: its ladder, size, steps, option, time, and what has come of it. */
export function PlanPage({ kept, latest, plan, reading, chain, accounts, names }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const edits = usePlanEdits(kept, { asOf: plan.asOf, latest }, plan.version);
  const { version, change, deeds, told } = edits;
  const shown = planShown(plan, version);
  const [rung, setRung] = useState<{ readonly side: PlanSide; readonly key: string }>();
  const [step, setStep] = useState<string>();
  const picture = useRef<HTMLElement>(null);
  const isOptionOpen = search.has("option");
  // What was added a moment ago is not saved yet.
  const taken = [...kept.plan.versions, version].flatMap((one) => [
    ...one.steps.map((s) => s.key),
    ...PLAN_SIDES.flatMap((side) => [...(one[side]?.targets ?? []), ...(one[side]?.addOns ?? [])].map((r) => r.key)),
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
    const price = onTick(far + sign * unit, plan.close);
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
      <Reading sentences={reading} />
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
        <figure
          ref={picture}
          data-main
          tabIndex={-1}
          className="relative min-w-0"
          {...pinProps({ of: "plan", id: plan.id, name: plan.ticker })}
        >
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
            {PLAN_SIDES.map((side) =>
              version[side] ? (
                <span key={side} className="flex gap-2">
                  {side}:
                  {(["target", "add-on"] as const).map((what) => (
                    <button
                      key={what}
                      type="button"
                      className="min-h-6 link"
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
      <PlanFoot kept={kept} plan={plan} edits={edits} isLive={isLive} />
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
