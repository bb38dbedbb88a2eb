import { RemoveMarket } from "./removals";
import type { LoadedMarket } from "@server/loaded-rows.server";

/** What is loaded and how fresh it is. */
export function LoadedRows({ markets, version }: { markets: readonly LoadedMarket[]; version: number }) {
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">What is loaded</h2>
      {markets.length === 0 && <p className="mt-2 text-soft">Nothing yet.</p>}
      {markets.map((h) => (
        <dl key={h.market} className="grid grid-cols-[110px_1fr] gap-y-0.5 border-b border-rule py-2">
          <dt className="col-span-2 flex items-baseline justify-between font-semibold">
            <span>
              {h.name}{" "}
              <span className="font-normal text-soft">
                {h.market}, {h.currency || "no currency given"}
              </span>
            </span>
            <RemoveMarket market={h.market} name={h.name} />
          </dt>
          <dt className="text-soft">sessions</dt>
          <dd>{h.first ? `${h.first} to ${h.last ?? ""}` : "none"}</dd>
          <dt className="text-soft">instruments</dt>
          <dd>{h.kinds.map((k) => `${k.instruments.toLocaleString("en-GB")} ${k.kind}`).join(", ") || "none"}</dd>
          <dt className="text-soft">bars</dt>
          <dd>{h.bars.toLocaleString("en-GB")}</dd>
          <dt className="text-soft">broad index</dt>
          <dd>{h.broadIndex ?? "none: the composite of all its stocks stands in"}</dd>
        </dl>
      ))}
      <p className="mt-2 text-soft">Data version {version}</p>
    </section>
  );
}
