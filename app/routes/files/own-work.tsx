import { useFetcher } from "react-router";
import { count, list } from "@studies/words/words";
import { DeedOutcome } from "~/ui/deed-outcome";
import { TakeInFile } from "~/ui/take-in-file";
import type { WorkAnswer } from "../work";

interface Props {
  /** What the demo's desk brought, and how much of it is here; undefined for data without one. */
  readonly demo: { readonly brought: number; readonly here: number } | undefined;
}

/** Everything that was made here, out and in as one file; and the desk that the demo comes with. */
export function OwnWork({ demo }: Props) {
  const fetcher = useFetcher<WorkAnswer>();
  const send = (intent: string) => void fetcher.submit({ intent }, { method: "post", action: "/work" });
  const takeIn = (file: File) => {
    const form = new FormData();
    form.append("file", file);
    void fetcher.submit(form, { method: "post", action: "/work", encType: "multipart/form-data" });
  };
  return (
    <section aria-label="Your work">
      <h2 className="heading border-b border-ink/60 pb-1">Your work</h2>
      <p className="mt-2 text-soft">
        Scans, situations, lists, alerts, drawings, models, plans, briefs with their calls and all settings,{" "}
        <a className="figure-link inline-block min-h-6" href="/work" download>
          as one file
        </a>{" "}
        without the data; it can be{" "}
        <TakeInFile label="File of work" accept="application/json,.json" className="figure-link min-h-6" onFile={takeIn}>
          taken in
        </TakeInFile>{" "}
        here or elsewhere, beside what is there.
      </p>
      {demo && (
        <p className="mt-1 text-soft">
          {demo.here > 0
            ? `${count(demo.here, "of these is an example that came", "of these are examples that came")} with the demo. `
            : `The ${count(demo.brought, "example")} that came with the demo were removed. `}
          <button
            type="button"
            className="figure-link min-h-6"
            disabled={fetcher.state !== "idle"}
            onClick={() => {
              send(demo.here > 0 ? "remove the demo's" : "put the demo's back");
            }}
          >
            {demo.here > 0 ? "Remove all examples" : "Put them back"}
          </button>
        </p>
      )}
      <Outcome
        answer={fetcher.state === "idle" ? fetcher.data : undefined}
        onPutBack={() => {
          send("put the demo's back");
        }}
      />
    </section>
  );
}

function Outcome({ answer, onPutBack }: { readonly answer: WorkAnswer | undefined; readonly onPutBack: () => void }) {
  if (!answer) return null;
  const { takenIn, removed, error } = answer;
  if (error !== undefined) return <DeedOutcome answer={answer} />;
  return (
    <p role="status" className="mt-1 text-teal">
      {takenIn && takenInWords(takenIn)}
      {removed && (
        <>
          {count(removed.removed, "example was", "examples were")} removed
          {removed.stayed.length > 0 && `; what you changed stays: ${list(removed.stayed)}`}.{" "}
          <button type="button" className="figure-link min-h-6" onClick={onPutBack}>
            Put {removed.removed === 1 ? "it" : "them"} back
          </button>
        </>
      )}
    </p>
  );
}

/** "3 lists and 2 plans were taken in; 4 were here already. “Risers” came in as “Risers (2)”." */
function takenInWords({ added, known, renamed, stayed }: NonNullable<WorkAnswer["takenIn"]>): string {
  const came = added.length === 0 ? "Nothing new was in it" : `Taken in: ${list([...added])}`;
  return [
    `${came}${known > 0 ? `; ${known.toLocaleString("en-GB")} ${known === 1 ? "was" : "were"} here already` : ""}.`,
    ...renamed.slice(0, 8).map(({ from, to }) => `“${from}” is here and says something else: the file's came in as “${to}”.`),
    ...(stayed.length > 0
      ? [`What is here under the same identity and says something else stays as it is: ${list(stayed.slice(0, 12))}.`]
      : []),
  ].join(" ");
}
