import { useState } from "react";
import { useRevalidator } from "react-router";
import { count } from "@studies/words/words";
import { ConfirmDialog } from "~/ui/confirm-dialog";
import { DeedOutcome } from "~/ui/deed-outcome";
import { TakeInFile } from "~/ui/take-in-file";
import type { RestoreAnswer } from "../restore";
import { BackupLink } from "./removals";

const WHEN = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short", timeZone: "UTC" });

interface Props {
  /** When what was there before the last restore was put aside, in ms; undefined where nothing was restored. */
  readonly before: number | undefined;
}

/** The whole database as a file, and back. */
export function BackupPart({ before }: Props) {
  const { revalidate } = useRevalidator();
  const [chosen, setChosen] = useState<File | undefined>();
  const [isBusy, setIsBusy] = useState(false);
  const [answer, setAnswer] = useState<RestoreAnswer | undefined>();
  const restore = async (file: File | undefined) => {
    setIsBusy(true);
    setAnswer(undefined);
    try {
      const said = await fetch(file ? "/restore" : "/restore?undo", { method: "POST", body: file ?? null });
      setAnswer(
        said.headers.get("Content-Type")?.startsWith("application/json")
          ? ((await said.json()) as RestoreAnswer)
          : { error: await said.text() },
      );
    } catch {
      setAnswer({ error: "The server could not be reached; whether the backup was restored shows above." });
    }
    setIsBusy(false);
    await revalidate();
  };
  return (
    <section aria-label="Backup">
      <h2 className="heading border-b border-ink/60 pb-1">Backup</h2>
      <p className="mt-2 text-soft">
        <BackupLink className="figure-link inline-block min-h-6">The whole database as a file</BackupLink>, with everything that
        was made here. Such a file can be{" "}
        <TakeInFile
          label="File of a backup"
          accept=".db,application/vnd.sqlite3"
          className="figure-link min-h-6"
          disabled={isBusy}
          onFile={setChosen}
        >
          restored
        </TakeInFile>{" "}
        in the place of what is here now.
      </p>
      {before !== undefined && (
        <p className="mt-1 text-soft">
          What was here before the last restore, of {WHEN.format(before)} UTC, is kept.{" "}
          <button type="button" className="figure-link min-h-6" disabled={isBusy} onClick={() => void restore(undefined)}>
            Go back to it
          </button>
        </p>
      )}
      {isBusy && (
        <p role="status" className="mt-1">
          Restoring: the file is sent, checked, and put in place. Nothing is changed before all of it is found to be whole.
        </p>
      )}
      {answer?.restored && (
        <p role="status" className="mt-1 text-teal">
          Restored: {count(answer.restored.instruments, "instrument")}, with all that was made then.
        </p>
      )}
      {answer && <DeedOutcome answer={answer} />}
      <ConfirmDialog
        title={`Restore ${chosen?.name ?? ""}?`}
        deed="Restore"
        isOpen={chosen !== undefined}
        onClose={() => {
          setChosen(undefined);
        }}
        onConfirm={() => restore(chosen)}
      >
        All data and everything that was made here are replaced by what the backup holds. What is here now is kept beside the
        database, and can be gone back to.
      </ConfirmDialog>
    </section>
  );
}
