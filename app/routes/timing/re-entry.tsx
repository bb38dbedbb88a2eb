import type { timing } from "@studies/timing/timing";
import { date, signed, signedPercent } from "@studies/words/words";
import { FollowedTable } from "~/ui/followed-table";
import type { ResultOf } from "~/wire";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

type Episode = ResultOf<typeof timing>["reEntry"]["episodes"][number];

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
          <PlainTable
            caption="Re-entry episodes, the latest first"
            rows={[...reEntry.episodes].reverse().slice(0, 10)}
            rowKey={(e) => e.day}
            rowClassName="h-6"
            columns={[
              {
                key: "day",
                label: "episode",
                title: (e) => `${e.sinceLowest} sessions after the lowest Pressure`,
                cell: (e) => date(e.day),
              },
              { key: "depth", label: "depth", cell: (e) => signed(e.depth, 0) },
              ...["after 5", "10", "21"].map((label, k) => ({
                key: label,
                label,
                cellClassName: (e: Episode) => signColour(e.returns[k]!) || "text-soft",
                cell: (e: Episode) => signedPercent(e.returns[k]!),
              })),
            ]}
          />
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
