import { lazy, Suspense } from "react";
import { isEmptyText, type RichText } from "@studies/briefs/rich-text";
import { RichTextView } from "../document/rich-text-view";

const load = () => import("./text-editor");
// To read a brief it is not needed: it comes once the page is there.
const TextEditor = lazy(load);

/** Has the editor at hand before it is asked for. */
export function preloadEditor(): void {
  void load();
}

interface Props {
  readonly doc: RichText;
  readonly isEdited: boolean;
  readonly onEdit: () => void;
  readonly onChange: (doc: RichText) => void;
  readonly onClose: () => void;
}

/** Words of a brief: pressed, they are edited where they stand. */
export function TextPart({ doc, isEdited, onEdit, onChange, onClose }: Props) {
  const view = isEmptyText(doc) ? (
    <p className="brief-text text-soft italic print:hidden">Words go here.</p>
  ) : (
    <RichTextView doc={doc} />
  );
  if (!isEdited)
    return (
      <div
        onClick={(event) => {
          if (!(event.target instanceof HTMLAnchorElement)) onEdit();
        }}
        className="cursor-text"
      >
        {view}
      </div>
    );
  return (
    <Suspense fallback={view}>
      <TextEditor doc={doc} label="Words" onChange={onChange} onClose={onClose} />
    </Suspense>
  );
}
