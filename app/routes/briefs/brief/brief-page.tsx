import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { KeptBrief } from "@server/briefs.server";
import { routineStops } from "@studies/briefs/begin-brief";
import { isLive, type BriefPart } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere, withHere } from "~/here";
import { useWayBack } from "~/opener";
import { coloursOf } from "~/pictures/picture-colours";
import { setRoutine, useRoutineUnderWay } from "~/ui/routine-under-way";
import { useHereAt } from "~/ui/use-here-at";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import "../document/brief-document.css";
import { pageHeadCss } from "../document/page-head-css";
import { BriefControls, type OtherBrief } from "./brief-controls";
import { BriefFoot } from "./brief-foot";
import { BriefHead } from "./brief-head";
import { briefReading } from "./brief-reading";
import { Outline } from "./outline";
import { freshHeading, freshPartId, freshText, movedPart, neighbourOf, withoutPart, withPart, withPartAfter } from "./part-edits";
import { PartRow } from "./part-row";
import { preloadEditor } from "./text-part";
import { useAnswers } from "./use-answers";
import { useBriefEdits } from "./use-brief-edits";
import { DeedOutcome } from "~/ui/deed-outcome";

interface Props {
  readonly kept: KeptBrief;
  readonly before: { readonly id: string; readonly asOf: number } | undefined;
  readonly others: readonly OtherBrief[];
  readonly calls: readonly CallRow[];
  readonly asOf: number;
  readonly provisional: boolean;
  readonly marketName: string;
  readonly dataVersion: number;
}

/** A brief while it is read and written: the outline, the page, and beside each part what changed. */
export function BriefPage({ kept, before, others, calls, provisional, marketName, dataVersion }: Props) {
  const here = useHere();
  const hereAt = useHereAt();
  const navigate = useNavigate();
  const { sectors } = useFrameValue();
  const wayBack = useWayBack();
  const { brief, change, changeParts, ...edits } = useBriefEdits(kept);
  const answers = useAnswers(brief, { against: before?.asOf, dataVersion });
  const colours = coloursOf(sectors);
  const { parts } = brief;
  const [selected, setSelected] = useState<string>();
  const [edited, setEdited] = useState<string>();
  const [isCalling, setCalling] = useState(false);
  const page = useRef<HTMLDivElement>(null);
  const wanted = useRef<string>(undefined);
  const focusPart = (id: string | undefined) => {
    const row = [...(page.current?.querySelectorAll<HTMLElement>("[data-part]") ?? [])].find((one) => one.dataset.part === id);
    row?.focus();
    row?.scrollIntoView({ block: "nearest" });
  };
  // A part that was added or moved has the keyboard once it is drawn.
  useEffect(() => {
    if (wanted.current === undefined) return;
    focusPart(wanted.current);
    wanted.current = undefined;
  });
  const add = (part: BriefPart, isEdited: boolean) => {
    changeParts(withPartAfter(parts, selected, part), "a part added");
    setSelected(part.id);
    if (isEdited) setEdited(part.id);
    else wanted.current = part.id;
  };
  const remove = (id: string) => {
    wanted.current = neighbourOf(parts, id);
    changeParts(withoutPart(parts, id), "a part taken out");
    setEdited(undefined);
  };
  const move = (id: string, by: number) => {
    const next = movedPart(parts, id, by);
    if (next === parts) return;
    wanted.current = id;
    changeParts(next, "a part moved");
  };
  const goOn = (part: BriefPart) => {
    if (part.type === "text" || part.type === "heading") setEdited(part.id);
    else if (part.type === "answer") void navigate(withHere(part.href, hereAt(part.market || brief.market, brief.asOf)));
    else if (part.type === "plan") void navigate(hrefOf(here, `/plans/${part.plan}`));
    else void navigate(hrefOf(here, "/briefs/calls"));
  };
  const freeze = (part: BriefPart) => {
    if (!isLive(part)) return;
    const { frozen, ...live } = part;
    const shown = answers.get(part.id)?.shown;
    if (frozen) changeParts(withPart(parts, live), "asked again");
    else if (shown) changeParts(withPart(parts, { ...part, frozen: shown }), "frozen");
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>, part: BriefPart, k: number) => {
    const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (step !== 0 && event.altKey) move(part.id, step);
    else if (step !== 0) focusPart(parts[k + step]?.id);
    else if (event.key === "Home" || event.key === "End") focusPart(parts.at(event.key === "Home" ? 0 : -1)?.id);
    else if (event.key === "Enter") goOn(part);
    else if (event.key === "Delete") remove(part.id);
    else if (event.key === "f") freeze(part);
    else return;
    event.preventDefault();
  };
  const stops = routineStops(parts);
  const underWay = useRoutineUnderWay();
  const startRoutine = () => {
    // One that is under way goes on by itself.
    if (stops.length === 0 || underWay?.id === brief.id) return false;
    const at = Math.max(
      0,
      stops.findIndex((stop) => !stop.isSeen),
    );
    const home = hrefOf(here, `/briefs/${brief.id}`);
    const all = stops.map(({ href, name, parts: own }) => ({
      href: withHere(href, hereAt(brief.market, brief.asOf)),
      name,
      parts: own,
    }));
    setRoutine({ id: brief.id, name: brief.title === "" ? brief.purpose : brief.title, home, stops: all, at });
    void navigate(all[at]!.href);
    return true;
  };
  useEffect(() => {
    const due = setTimeout(preloadEditor, 400);
    return () => {
      clearTimeout(due);
    };
  }, []);
  // While words are about to be edited, what is typed already is no command.
  const isEditing = parts.some((part) => part.id === edited);
  useKeys({
    Backspace: () => !isEditing && wayBack(hrefOf(here, "/briefs")),
    t: () => {
      if (!isEditing) add(freshText(), true);
    },
    s: () => {
      if (!isEditing) add(freshHeading(), true);
    },
    c: () => {
      if (!isEditing) setCalling(true);
    },
    n: startRoutine,
    "$mod+z": () => edits.undo(),
    "$mod+Shift+z": () => edits.redo(),
    "$mod+y": () => edits.redo(),
  });
  return (
    <>
      <style>{`@media print { ${pageHeadCss(`${brief.title === "" ? brief.purpose : brief.title}, ${isoDate(brief.asOf)}`)} }`}</style>
      <div className="print:hidden">
        <Reading sentences={briefReading({ brief, answers, calls, before: before?.asOf })} />
        <BriefControls
          brief={brief}
          before={before}
          others={others}
          onChange={(next, words) => {
            change({ ...brief, ...next }, words);
          }}
          onStart={stops.length > 0 ? startRoutine : undefined}
        />
        <DeedOutcome answer={edits.deeds.answer} />
        {edits.told && (
          <p role="status" className="sr-only">
            {edits.told.words}; Ctrl Z undoes it
          </p>
        )}
      </div>
      <div className="grid grid-cols-[190px_minmax(0,1fr)] gap-x-6 print:block">
        <div className="sticky top-0 max-h-[calc(100dvh-170px)] self-start overflow-x-hidden overflow-y-auto print:hidden">
          <p className="heading border-b border-ink/60 pb-1">The order</p>
          <Outline parts={parts} answers={answers} selected={selected} onSelect={focusPart} onMove={move} />
        </div>
        <article ref={page} aria-label={brief.title === "" ? brief.purpose : brief.title} className="brief min-w-0">
          <BriefHead
            brief={brief}
            marketName={marketName}
            provisional={provisional}
            onTitle={(title) => {
              change({ ...brief, title }, "title", true);
            }}
          />
          {parts.map((part, k) => (
            <PartRow
              key={part.id}
              {...{ part, calls, colours }}
              answered={answers.get(part.id)}
              market={brief.market}
              asOf={brief.asOf}
              isSelected={part.id === selected}
              isEdited={part.id === edited}
              onSelect={() => {
                setSelected(part.id);
              }}
              onEdit={(isEdited) => {
                setEdited(isEdited ? part.id : undefined);
                if (!isEdited && edited === part.id) wanted.current = part.id;
              }}
              onChange={(next, words, isSlow) => {
                changeParts(withPart(parts, next), words, isSlow);
              }}
              onRemove={() => {
                remove(part.id);
              }}
              onKeyDown={(event) => {
                onKeyDown(event, part, k);
              }}
            />
          ))}
          <BriefFoot
            brief={brief}
            isCalling={isCalling}
            onWords={() => {
              add(freshText(), true);
            }}
            onHeading={() => {
              add(freshHeading(), true);
            }}
            onCall={() => {
              setCalling(true);
            }}
            onCalled={(call) => {
              setCalling(false);
              if (call === undefined) wanted.current = selected;
              else add({ type: "call", id: freshPartId(), call }, false);
            }}
          />
        </article>
      </div>
    </>
  );
}
