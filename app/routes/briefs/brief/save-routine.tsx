import { useState } from "react";
import { routineOfBrief } from "@studies/briefs/begin-brief";
import type { SavedBrief } from "@studies/briefs/brief-schema";
import { useItems } from "~/ui/use-items";
import { WordPopover } from "~/ui/word-popover";
import { freshPartId } from "./part-edits";

/** Saves the order of a brief as a routine, from which others are begun. */
export function SaveRoutine({ brief }: { readonly brief: SavedBrief }) {
  const { save, busy, answer } = useItems();
  const [name, setName] = useState("");
  const [sent, setSent] = useState<string>();
  if (!brief.parts.some((part) => part.type === "answer")) return null;
  const isSaved = sent !== undefined && !busy && answer !== undefined && !answer.error;
  return (
    <WordPopover label="Routine" shown="Save its order as a routine" width="w-72">
      {() => (
        <form
          aria-label="Save the routine"
          onSubmit={(event) => {
            event.preventDefault();
            setSent(name);
            void save("routine", name, routineOfBrief(brief, freshPartId));
          }}
        >
          <label className="block text-soft">
            name
            <input
              required
              autoFocus
              maxLength={60}
              className="control mt-0.5 w-full text-ink"
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
            />
          </label>
          <p className="mt-1 text-[12px] text-soft">
            Its headings and questions without the words; of the same name it is overwritten.
          </p>
          {answer?.error && (
            <p role="alert" className="text-rust">
              {answer.error}
            </p>
          )}
          <p className="mt-2 flex items-center gap-3">
            <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo" disabled={busy}>
              Save
            </button>
            <span role="status" className="text-teal">
              {isSaved ? `“${sent}” is saved.` : ""}
            </span>
          </p>
        </form>
      )}
    </WordPopover>
  );
}
