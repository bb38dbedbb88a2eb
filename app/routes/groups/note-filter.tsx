import { isStrengthNote, STRENGTH_NOTES, type StrengthNote } from "@studies/words/strength-notes";
import { InlineMenu } from "~/ui/inline-menu";
import { Explained } from "~/ui/term";

/** The rows with a note, or all of them for an empty one. */
export function withNote<Row>(rows: readonly Row[], note: string, of: (row: Row) => readonly StrengthNote[]): readonly Row[] {
  return isStrengthNote(note) ? rows.filter((row) => of(row).includes(note)) : rows;
}

/** The clause of the control sentence that narrows a table to a note; only those that some row has are offered. */
export function NoteMenu({ notes, value }: { notes: readonly (readonly StrengthNote[])[]; value: string }) {
  const counts = new Map<StrengthNote, number>();
  for (const own of notes) for (const note of own) counts.set(note, (counts.get(note) ?? 0) + 1);
  const all = Object.keys(STRENGTH_NOTES) as StrengthNote[];
  const offered = all.filter((note) => counts.has(note) || note === value);
  if (offered.length === 0) return null;
  return (
    <>
      ;{" "}
      <InlineMenu
        label="Note"
        param="note"
        value={value}
        choices={[
          { value: "", label: "with any note or none" },
          ...offered.map((note) => ({ value: note, label: `only ${note} (${counts.get(note) ?? 0})` })),
        ]}
      />
    </>
  );
}

/** What the notes mean. */
export function NotesInWords() {
  return (
    <details className="mt-2">
      <summary className="min-h-6 cursor-pointer text-soft">What the notes mean</summary>
      <dl className="mt-1 grid max-w-3xl grid-cols-[130px_1fr] gap-y-1">
        {Object.entries(STRENGTH_NOTES).map(([note, words]) => (
          <div key={note} className="contents">
            <dt className="font-semibold" data-term={note}>
              {note}
            </dt>
            <dd className="text-soft">
              <Explained text={words} />
            </dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
