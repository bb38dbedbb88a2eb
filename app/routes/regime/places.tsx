import type { structure } from "@studies/regime/structure";
import { count, fixed, percent, signedPercent } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { StripPlot } from "~/ui/strip-plot";
import type { ResultOf } from "~/wire";

/** Two small strips: the present leg among all earlier ones of its direction, and the pullback among earlier ones. */
export function Places({ shape }: { shape: ResultOf<typeof structure> }) {
  const { leg, pullback, legs } = shape;
  const { market } = useFrameValue();
  if (!leg)
    return (
      <p className="mt-3 text-soft">
        {market?.broadIndex === null
          ? "A composite has no highs and lows, so there are no swings and no leg to place."
          : "No swing is confirmed yet, so there is no leg to place."}
      </p>
    );
  const up = leg.direction === "up";
  const sizes = Array.from(legs.sizes)
    .filter((s) => s > 0 === up)
    .map(Math.abs);
  const deepest = (pullback?.earlier ?? []).map((d) => -d);
  return (
    <>
      <h2 className="heading mt-3">
        This {leg.direction} leg among {sizes.length} earlier
      </h2>
      <StripPlot
        label={`The present leg of ${signedPercent(leg.size)} among ${sizes.length} earlier ones`}
        values={sizes}
        now={Math.abs(leg.size)}
        ends={ends(sizes)}
      />
      <p className="text-[12px] text-soft">
        {signedPercent(leg.size)} in {count(leg.sessions, "session")}, {fixed(Math.abs(leg.atrs), 1)} ATRs
        {sizes.length > 0 ? `: farther than ${fixed(leg.place.size)}%, longer than ${fixed(leg.place.length)}%` : ""}
      </p>
      {pullback && deepest.length > 0 && (
        <>
          <h2 className="heading mt-3">Depth below the high</h2>
          <StripPlot
            label={`The present pullback of ${percent(-pullback.depth)} among ${deepest.length} deepest ones`}
            values={deepest}
            now={-pullback.depth}
            ends={ends(deepest)}
          />
          <p className="text-[12px] text-soft">
            {percent(-pullback.depth)}: deeper than {fixed(pullback.place)}% of the deepest pullbacks of {deepest.length} up legs
            {up ? "" : ", as a down leg is by its nature"}
          </p>
        </>
      )}
    </>
  );
}

function ends(values: readonly number[]): [string, string] {
  return values.length === 0 ? ["", ""] : [percent(Math.min(...values)), percent(Math.max(...values))];
}
