import type { timing } from "@studies/timing/timing";
import { date, signed, signedPercent } from "@studies/words/words";
import { FollowedTable } from "~/ui/followed-table";
import type { ResultOf } from "~/wire";

/** Re-entry episodes: the first checked up-turn after a washed-out Pressure, with depth and what followed. */
export function ReEntry({ reEntry, index }: { reEntry: ResultOf<typeof timing>["reEntry"]; index: string }) {
  return (
    <section>
      <h2 className="heading">Re-entries: the first Checked up-turn after a Pressure of {signed(reEntry.washed, 0)} or less</h2>
      <p className="text-soft">{reEntry.hunt}</p>
      <div className="mt-2 grid gap-8 min-[1180px]:grid-cols-[minmax(0,4fr)_minmax(0,8fr)]">
        {reEntry.episodes.length === 0 ? (
          <p className="text-soft">No episode yet. A higher level in the sentence above finds shallower ones.</p>
        ) : (
          <table className="w-full self-start border-separate border-spacing-0">
            <caption className="sr-only">Re-entry episodes, the latest first</caption>
            <thead>
              <tr className="text-soft">
                {["episode", "depth", "after 5", "10", "21"].map((label, k) => (
                  <th
                    key={label}
                    scope="col"
                    className={`border-b border-ink/60 pb-1 font-normal ${k === 0 ? "text-left" : "pl-3 text-right"}`}
                  >
                    {label}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {[...reEntry.episodes]
                .reverse()
                .slice(0, 10)
                .map((e) => (
                  <tr key={e.day} className="h-6">
                    <th
                      scope="row"
                      className="border-b border-rule text-left font-normal"
                      title={`${e.sinceLowest} sessions after the lowest Pressure`}
                    >
                      {date(e.day)}
                    </th>
                    <td className="border-b border-rule pl-3 text-right">{signed(e.depth, 0)}</td>
                    {e.returns.map((r, k) => (
                      <td
                        key={k}
                        className={`border-b border-rule pl-3 text-right ${r > 0 ? "text-teal" : r < 0 ? "text-rust" : "text-soft"}`}
                      >
                        {signedPercent(r)}
                      </td>
                    ))}
                  </tr>
                ))}
            </tbody>
          </table>
        )}
        <div>
          <p className="mb-1 text-soft">
            What {index} did after all {reEntry.episodes.length} of them, against all sessions
          </p>
          <FollowedTable compact rows={reEntry.followed} caption="What followed re-entries" />
        </div>
      </div>
    </section>
  );
}
