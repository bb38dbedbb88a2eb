import { useFetcher } from "react-router";
import type { SavedDrawing } from "@studies/drawings/drawing-schema";
import type { DrawingAnswer } from "~/routes/drawings";
import type { Done } from "~/ui/use-undo";

/** On whose chart one draws. */
interface On {
  readonly market: string;
  readonly subject: string;
}

/** Puts drawings on a chart and takes them away; each deed can be undone and done again. */
export function useDrawings(on: On, saved: readonly SavedDrawing[], note: (done: Done) => void) {
  const fetcher = useFetcher<DrawingAnswer>();
  const send = (fields: Record<string, string>) => void fetcher.submit(fields, { method: "post", action: "/drawings" });
  const place = (drawing: SavedDrawing, where: On = on) => {
    send({ ...where, drawing: JSON.stringify(drawing) });
  };
  const take = (id: string) => {
    send({ intent: "remove", id });
  };
  return {
    error: fetcher.data?.error === undefined ? undefined : [fetcher.data.error, ...(fetcher.data.details ?? [])].join(" "),
    /** Puts a drawing, new or changed. */
    put: (drawing: SavedDrawing, words: string) => {
      const before = saved.find((d) => d.id === drawing.id);
      const redo = () => {
        place(drawing);
      };
      redo();
      note({
        words,
        redo,
        undo: () => {
          if (before) place(before);
          else take(drawing.id);
        },
      });
    },
    remove: (drawing: SavedDrawing) => {
      const redo = () => {
        take(drawing.id);
      };
      redo();
      note({
        words: `${drawing.name} was removed`,
        redo,
        undo: () => {
          place(drawing);
        },
      });
    },
    /** Puts a copy on another chart of the same market. */
    copy: (drawing: SavedDrawing, subject: string) => {
      const id = newId();
      const where = { ...on, subject };
      const redo = () => {
        place({ ...drawing, id }, where);
      };
      redo();
      note({
        words: `${drawing.name} was copied to ${subject}`,
        redo,
        undo: () => {
          take(id);
        },
      });
    },
  };
}

/** An id that no other drawing has. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(10));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}

/** The first name of a kind that none has yet: "Line 1". */
export function freeName(kind: string, saved: readonly SavedDrawing[]): string {
  const title = kind.charAt(0).toUpperCase() + kind.slice(1);
  for (let n = 1; ; n++) if (saved.every((d) => d.name !== `${title} ${n}`)) return `${title} ${n}`;
}
