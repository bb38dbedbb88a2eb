import { useState } from "react";
import { Link } from "react-router";
import { ruleSentence } from "@core/conditions/sentence";
import { hrefOf, useHere } from "~/here";
import { RemovedItem } from "~/ui/removed-item";
import { useItems } from "~/ui/use-items";
import { paramsOfScan, type SavedScan } from "./scan-params";

interface Saved {
  readonly name: string;
  readonly body: SavedScan;
}

/** The scans that were saved; one with its note where it has one. */
export function SavedScans({ saved, current }: { readonly saved: readonly Saved[]; readonly current: string }) {
  const here = useHere();
  const { remove, save, answer } = useItems();
  const removed = answer?.removed;
  if (saved.length === 0 && !removed) return null;
  return (
    <section aria-label="Saved scans" className="mt-5">
      <h2 className="heading border-b border-ink/60 pb-1">Saved scans</h2>
      {removed && !saved.some((s) => s.name === removed.name) && (
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => void save("scan", removed.name, removed.body)} />
      )}
      <ul>
        {saved.map(({ name, body }) => (
          <li key={name} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <Link
              to={hrefOf(here, "/screen", { ...paramsOfScan(body), name })}
              className="shrink-0 font-semibold hover:text-indigo"
              aria-current={name === current ? "true" : undefined}
            >
              {name}
            </Link>
            <span className="min-w-0 flex-1 truncate font-serif text-[15px] text-soft" title={ruleSentence(body.when)}>
              {body.note || ruleSentence(body.when)}
            </span>
            <button
              type="button"
              className="min-h-6 shrink-0 text-[12px] text-soft hover:text-rust"
              onClick={() => void remove("scan", name)}
            >
              delete
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface SaveProps {
  readonly name: string;
  readonly note: string;
  readonly bodyWith: (note: string) => SavedScan;
}

/** Saves what is asked under a name, with why it exists and how it is to be used. */
export function SaveScan({ name, note, bodyWith }: SaveProps) {
  const { save, busy, answer } = useItems();
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState(name);
  const [text, setText] = useState(note);
  const isSaved = !busy && answer !== undefined && answer.error === undefined;
  if (!open)
    return (
      <p className="mt-2 text-[12px]">
        {note !== "" && (
          <span className="font-serif text-[14px] text-soft">
            <i>Note.</i> {note}{" "}
          </span>
        )}
        <button
          type="button"
          className="min-h-6 text-indigo hover:underline"
          onClick={() => {
            setTitle(name);
            setText(note);
            setOpen(true);
          }}
        >
          {name === "" ? "save this scan…" : "change its name or note…"}
        </button>
        <span role="status" className="ml-2 text-teal">
          {isSaved ? "It is saved." : ""}
        </span>
      </p>
    );
  return (
    <form
      aria-label="Save the scan"
      className="mt-2 space-y-2 rounded-sm border border-rule bg-raised p-3"
      onSubmit={(event) => {
        event.preventDefault();
        setOpen(false);
        void save("scan", title, bodyWith(text.trim()), name);
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        setOpen(false);
      }}
    >
      <label className="block text-soft">
        name
        <input
          autoFocus
          required
          maxLength={60}
          className="control mt-0.5 w-full text-ink"
          value={title}
          onChange={(event) => {
            setTitle(event.target.value);
          }}
        />
      </label>
      <label className="block text-soft">
        why it exists, and how it is to be used
        <textarea
          rows={3}
          maxLength={2000}
          className="control mt-0.5 w-full text-ink"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
      </label>
      {answer?.error && (
        <p role="alert" className="text-rust">
          {answer.error}
        </p>
      )}
      <p className="flex gap-3 text-[12px]">
        <button type="submit" className="control py-0.5">
          Save
        </button>
        <button
          type="button"
          className="text-soft hover:text-indigo"
          onClick={() => {
            setOpen(false);
          }}
        >
          cancel
        </button>
      </p>
    </form>
  );
}
