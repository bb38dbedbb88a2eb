import type { Arrival } from "@server/stores/arrivals-store.server";
import { count } from "@studies/words/words";

const WHEN = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short", timeZone: "UTC" });

/** What came by the watched folder, the newest first, all that came together as one. */
export function Arrivals({ folder, arrivals }: { folder: string | undefined; arrivals: readonly Arrival[] }) {
  if (folder === undefined && arrivals.length === 0) return null;
  return (
    <section aria-label="Watched folder">
      <h2 className="heading border-b border-ink/60 pb-1">Watched folder</h2>
      <p className="mt-1 text-soft [overflow-wrap:anywhere]">
        {folder === undefined
          ? "None is watched now."
          : `Files that are put into ${folder} are taken as the last of their form were, and moved to “done”, or to “refused” with a note beside.`}
      </p>
      <ol>
        {together(arrivals).map(({ key, names, outcome, words, at }) => (
          <li key={key} className="border-b border-rule py-1">
            <b className={`font-semibold ${outcome === "refused" ? "text-rust" : ""}`}>
              {outcome === "imported" ? "Imported" : "Refused"}
            </b>{" "}
            {names.length > 3
              ? `${names.slice(0, 2).join(", ")} and ${count(names.length - 2, "more file", "more files")}`
              : names.join(", ")}
            : {words} <span className="whitespace-nowrap text-soft">{WHEN.format(at)} UTC</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const MOST_SHOWN = 8;

function together(arrivals: readonly Arrival[]) {
  const found: { key: string; names: string[]; outcome: Arrival["outcome"]; words: string; at: number }[] = [];
  for (const { name, outcome, words, at } of arrivals) {
    const last = found.at(-1);
    if (last?.outcome === outcome && last.words === words && last.at === at) last.names.push(name);
    else found.push({ key: `${at} ${name}`, names: [name], outcome, words, at });
  }
  return found.slice(0, MOST_SHOWN);
}
