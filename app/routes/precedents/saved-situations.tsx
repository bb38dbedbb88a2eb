import { useCallback, useEffect, useState } from "react";
import { Link } from "react-router";
import type { JudgedSituation } from "~/saved-situations.server";
import { RemovedItem } from "~/ui/removed-item";
import { useItems } from "~/ui/use-items";
import type { Situation } from "./situation";

/** The situations that were saved, with whether each holds at this close. */
export function SavedSituations({ saved, current }: { saved: readonly JudgedSituation[]; current: string | undefined }) {
  const { remove, save, answer } = useItems();
  const removed = answer?.removed;
  if (saved.length === 0 && !removed) return null;
  return (
    <section aria-label="Saved situations" className="mt-6">
      <h2 className="heading border-b border-ink/60 pb-1">Saved situations</h2>
      {removed && (
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => void save("situation", removed.name, removed.body)} />
      )}
      <ul>
        {saved.map((s) => (
          <li key={s.name} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <Link
              to={s.href}
              className="shrink-0 font-semibold hover:text-indigo"
              aria-current={s.name === current ? "true" : undefined}
            >
              {s.name}
            </Link>
            <span className="min-w-0 flex-1 truncate font-serif text-[15px] text-soft" title={s.sentence}>
              {s.sentence}
            </span>
            <span className={s.holding > 0 ? "shrink-0 font-semibold text-indigo" : "shrink-0 text-soft"}>
              {s.holding === 0
                ? "does not hold"
                : s.instruments === 1
                  ? "holds at this close"
                  : `holds for ${s.holding} of ${s.instruments}`}
            </span>
            <button
              type="button"
              className="shrink-0 text-[12px] text-soft hover:text-rust"
              onClick={() => void remove("situation", s.name)}
            >
              delete
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Saves the question that is asked under a name. */
export function SaveSituation({ body, name }: { body: Situation; name: string | undefined }) {
  const [open, setOpen] = useState(false);
  const close = useCallback(() => {
    setOpen(false);
  }, []);
  if (open) return <NameForm body={body} name={name} onDone={close} />;
  return (
    <button
      type="button"
      className="link"
      onClick={() => {
        setOpen(true);
      }}
    >
      save as…
    </button>
  );
}

function NameForm({ body, name = "", onDone }: { body: Situation; name: string | undefined; onDone: () => void }) {
  const { save, busy, answer } = useItems();
  const [title, setTitle] = useState(name);
  const isSaved = !busy && answer !== undefined && answer.error === undefined;
  useEffect(() => {
    if (isSaved) onDone();
  }, [isSaved, onDone]);
  return (
    <form
      className="inline-flex items-baseline gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save("situation", title, body, title === name ? name : "");
      }}
    >
      <input
        autoFocus
        required
        maxLength={60}
        aria-label="Name of the situation"
        className="control w-48 py-0.5"
        value={title}
        onChange={(e) => {
          setTitle(e.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === "Escape") onDone();
        }}
      />
      <button type="submit" className="link" disabled={busy}>
        save
      </button>
      {answer?.error && (
        <span role="alert" className="text-rust">
          {answer.error}
        </span>
      )}
    </form>
  );
}
