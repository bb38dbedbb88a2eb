import { useEffect, useState } from "react";
import { useFetcher } from "react-router";
import { CALL_DIRECTIONS, type CallDirection } from "@core/calls/call-score";
import type { calls as callsStudy } from "@studies/calls/calls";
import type { DraftCall } from "@studies/calls/call-schema";
import { DIRECTION_NAMES } from "@studies/calls/call-words";
import { count, date, fixed, percent } from "@studies/words/words";
import { hrefOf } from "~/here";
import { NumberField } from "~/ui/number-field";
import { useCalls } from "~/ui/use-calls";
import { fromWire, type ResultOf } from "~/wire";
import type { loader as callsLoader } from "../calls";
import "./document/brief-document.css";
import { keyOfTyped, SubjectField, useSubjects } from "./subject-field";

interface Props {
  readonly market: string;
  /** Epoch day of the session at whose close it is made. */
  readonly asOf: number;
  readonly isoDay: string;
  readonly onMade: (id: string) => void;
  readonly onClose: () => void;
}

/** Typing that goes on is not asked about. */
const PAUSE_MS = 300;

/** A call in words: what will do what, over how many sessions, and how sure one is; its base rate beside it. */
export function CallForm({ market, asOf, isoDay, onMade, onClose }: Props) {
  const subjects = useSubjects();
  const deeds = useCalls();
  const [subject, setSubject] = useState("");
  const [benchmark, setBenchmark] = useState("");
  const [direction, setDirection] = useState<CallDirection>("up");
  const [horizon, setHorizon] = useState("21");
  const [confidence, setConfidence] = useState("");
  const [reason, setReason] = useState("");
  const isRelative = direction === "outperform" || direction === "underperform";
  const draft: DraftCall = {
    subject: keyOfTyped(subject, subjects),
    ...(isRelative ? { benchmark: keyOfTyped(benchmark, subjects) } : {}),
    direction,
    horizon: Number(horizon),
    ...(confidence === "" ? {} : { confidence: Number(confidence) }),
    made: asOf,
  };
  const isWhole = draft.subject !== "" && (!isRelative || draft.benchmark !== "") && Number(horizon) >= 1;
  const standing = useStanding(isWhole ? draft : undefined, market, isoDay);
  const { answer } = deeds;
  const [told, setTold] = useState<string>();
  if (answer?.id && answer.id !== told) {
    setTold(answer.id);
    queueMicrotask(() => {
      onMade(answer.id!);
    });
  }
  return (
    <form
      aria-label="Call"
      className="brief-call font-sans text-[13px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (!deeds.busy) void deeds.make(draft, market, reason);
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    >
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <SubjectField label="Subject" entries={subjects} value={subject} onValue={setSubject} autoFocus />
        will be
        <select
          aria-label="Direction"
          className="control py-0.5"
          value={direction}
          onChange={(event) => {
            setDirection(CALL_DIRECTIONS.find((one) => one === event.target.value)!);
          }}
        >
          {CALL_DIRECTIONS.map((one) => (
            <option key={one} value={one}>
              {DIRECTION_NAMES[one]}
            </option>
          ))}
        </select>
        {isRelative && <SubjectField label="Benchmark" entries={subjects} value={benchmark} onValue={setBenchmark} />}
        in
        <NumberField aria-label="Sessions" className="w-14" isWhole required value={horizon} onValue={setHorizon} />
        sessions, at
        <NumberField
          aria-label="Confidence in percent"
          className="w-14"
          placeholder="none"
          value={confidence}
          onValue={setConfidence}
        />
        %
      </p>
      <p className="mt-1">
        <input
          aria-label="Reason"
          placeholder="because"
          maxLength={2000}
          className="control w-full py-0.5"
          value={reason}
          onChange={(event) => {
            setReason(event.target.value);
          }}
        />
      </p>
      <p role="status" className="mt-1 min-h-[17px] text-[12px] text-soft">
        {standing && standingWords(standing)}
      </p>
      {answer?.error && (
        <p role="alert" className="text-rust">
          {answer.error} {answer.details?.join(" ")}
        </p>
      )}
      <p className="mt-1 flex gap-3">
        <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo">
          Call it
        </button>
        <button type="button" className="control py-0.5" onClick={onClose}>
          Cancel
        </button>
      </p>
    </form>
  );
}

type Standing = NonNullable<ResultOf<typeof callsStudy>["draft"]>;

/** How the call stands as it is typed; undefined until it says something. */
function useStanding(draft: DraftCall | undefined, market: string, isoDay: string): Standing | undefined {
  const fetcher = useFetcher<typeof callsLoader>();
  const { load } = fetcher;
  const text = draft && JSON.stringify(draft);
  useEffect(() => {
    if (text === undefined) return;
    const due = setTimeout(() => void load(hrefOf({ market, asOf: isoDay, focus: [] }, "/calls", { draft: text })), PAUSE_MS);
    return () => {
      clearTimeout(due);
    };
  }, [text, market, isoDay, load]);
  return draft && fetcher.data ? fromWire<Standing>(fetcher.data.draft) : undefined;
}

function standingWords(draft: Standing): string {
  if (draft.state === "unknown") return "Nothing of that name has a level on this session.";
  const base = Number.isNaN(draft.base)
    ? "No hold as long is over yet"
    : `Base rate ${percent(draft.base, 0)} of ${count(draft.baseHolds, "such span")}`;
  const { n, right, brier, baseBrier } = draft.like;
  const like =
    n === 0
      ? "no earlier call like it was scored"
      : `${count(n, "earlier call")} like it: ${right} right${Number.isNaN(brier) ? "" : `, Brier ${fixed(brier, 2)} against ${fixed(baseBrier, 2)}`}`;
  return `${base}; scored at the close of ${date(draft.due)}; ${like}.`;
}
