import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import type { SavedBrief } from "@studies/briefs/brief-schema";
import { date } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { ChoiceMenu, ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { useBriefs } from "~/ui/use-briefs";
import { SaveRoutine } from "./save-routine";

export interface OtherBrief {
  readonly id: string;
  readonly title: string;
  readonly purpose: string;
  readonly asOf: number;
}

interface Props {
  readonly brief: SavedBrief;
  readonly before: { readonly id: string; readonly asOf: number } | undefined;
  readonly others: readonly OtherBrief[];
  readonly onChange: (next: Partial<Pick<SavedBrief, "purpose" | "asOf">>, words: string) => void;
  readonly onStart: (() => unknown) | undefined;
}

const PURPOSES = ["Weekly review", "Evening note", "Note"];

/** What the brief is for, its session, what it is set against; the files it goes out as. */
export function BriefControls({ brief, before, others, onChange, onStart }: Props) {
  const { calendar } = useFrameValue();
  const deeds = useBriefs();
  const purposes = PURPOSES.includes(brief.purpose) ? PURPOSES : [brief.purpose, ...PURPOSES];
  const latest = calendar?.latest;
  const days = [brief.asOf, ...(latest !== undefined && latest !== brief.asOf ? [latest] : [])];
  const file = (form: string) => `/briefs/${brief.id}/export/${form}`;
  return (
    <ControlSentence
      files={
        <>
          <a className="hover:text-indigo" href={file("html")} download>
            HTML
          </a>
          <a className="hover:text-indigo" href={file("markdown")} download>
            Markdown
          </a>
          <a className="hover:text-indigo" href={file("json")} download>
            JSON
          </a>
          <button
            type="button"
            className="hover:text-indigo"
            onClick={() => {
              window.print();
            }}
          >
            Print
          </button>
        </>
      }
    >
      <ChoiceMenu
        label="Purpose"
        value={brief.purpose}
        choices={purposes.map((one) => ({ value: one, label: one }))}
        onChoose={(purpose) => {
          onChange({ purpose }, "purpose");
        }}
      />{" "}
      for{" "}
      <ChoiceMenu
        label="Session"
        value={isoDate(brief.asOf)}
        choices={days.map((day) => ({
          value: isoDate(day),
          label: day === latest && day !== brief.asOf ? `${date(day)}, the latest` : date(day),
        }))}
        onChoose={(day) => {
          onChange({ asOf: findEpochDay(day) }, "session");
        }}
      />
      , set against{" "}
      <InlineMenu
        label="Against"
        param="against"
        value={before?.id ?? "none"}
        choices={[
          { value: "none", label: "nothing" },
          ...others.map((one) => ({ value: one.id, label: `${one.purpose.toLowerCase()} of ${date(one.asOf)}` })),
        ]}
      />
      .{" "}
      {onStart && (
        <button type="button" className="figure-link" onClick={onStart}>
          Go through its screens <kbd>n</kbd>
        </button>
      )}{" "}
      <button type="button" className="figure-link" onClick={() => void deeds.duplicate(brief.id)}>
        Begin the next one from it
      </button>{" "}
      <span title={explanationsOf("routine")}>
        <SaveRoutine brief={brief} />
      </span>
      {deeds.answer?.error && (
        <span role="alert" className="text-rust">
          {" "}
          {deeds.answer.error}
        </span>
      )}
    </ControlSentence>
  );
}
