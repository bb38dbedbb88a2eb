import { useState } from "react";
import type { KeptBrief } from "@server/briefs.server";
import type { BriefPart, SavedBrief } from "@studies/briefs/brief-schema";
import { saveBriefAtOnce, useBriefs } from "~/ui/use-briefs";
import { isSameJson } from "~/ui/same-json";
import { useQueuedSaves } from "~/ui/use-queued-saves";
import { useUndo } from "~/ui/use-undo";

/** Changes of a brief: shown at once, saved one after another, undone and redone. */
export function useBriefEdits({ brief: answered, revision }: KeptBrief) {
  const deeds = useBriefs();
  const undo = useUndo(answered.id);
  const [ahead, setAhead] = useState<{ readonly brief: SavedBrief; readonly said: unknown }>();
  const { put: queue } = useQueuedSaves<SavedBrief>({ id: `brief ${answered.id}`, revision, deeds, saveAtOnce: saveBriefAtOnce });
  const said = deeds.answer;
  // What was changed is shown until it is answered or refused, or something else was saved after it.
  const isRefused = said?.error !== undefined && said !== ahead?.said;
  const isOvertaken = !deeds.busy && said?.revision !== undefined && revision > said.revision;
  const isOver = ahead !== undefined && (isRefused || isOvertaken || isSameJson(ahead.brief, answered));
  if (isOver) setAhead(undefined);
  const brief = ahead !== undefined && !isOver ? ahead.brief : answered;
  const put = (next: SavedBrief, isSlow: boolean) => {
    setAhead({ brief: next, said });
    queue(next, isSlow);
  };
  const change = (next: SavedBrief, words: string, isSlow = false) => {
    const before = brief;
    put(next, isSlow);
    undo.note({
      words,
      undo: () => {
        put(before, false);
      },
      redo: () => {
        put(next, false);
      },
    });
  };
  return {
    brief,
    deeds,
    told: undo.told,
    /** `isSlow` where more of the same may follow at once. */
    change,
    changeParts: (parts: readonly BriefPart[], words: string, isSlow = false) => {
      change({ ...brief, parts }, words, isSlow);
    },
    undo: undo.undo,
    redo: undo.redo,
  };
}
