import type { Change } from "@studies/today/today-changes";
import { Link } from "react-router";
import { hrefOf, useHere } from "~/here";
import { SentenceText } from "~/ui/reading";
import { Explained } from "~/ui/term";

/** Each area with the path of where it is seen whole. */
const PATH_OF = {
  Regime: "/regime",
  Breadth: "/breadth",
  Timing: "/timing",
  Rotation: "/rotation",
  Groups: "/groups",
  Stocks: "/screen",
} as const;
const AREAS = ["Regime", "Breadth", "Timing", "Rotation", "Groups", "Stocks"] as const;

/** What is different from before, area by area, each line with its evidence. */
export function Changes({ changes }: { changes: readonly Change[] }) {
  const here = useHere();
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">What changed</h2>
      <dl>
        {AREAS.map((area) => {
          const own = changes.filter((c) => c.area === area);
          return (
            <div key={area} className="grid grid-cols-[76px_1fr] border-b border-rule/70 py-1.5">
              <dt className="text-soft">
                <Explained text={area} />
              </dt>
              <dd className="font-serif text-[15px] leading-[22px]">
                {own.length === 0 ? (
                  <Link className="text-soft hover:text-indigo" to={hrefOf(here, PATH_OF[area])}>
                    no change
                  </Link>
                ) : (
                  own.map((c, k) => (
                    <p key={k}>
                      <SentenceText sentence={c.sentence} />
                    </p>
                  ))
                )}
              </dd>
            </div>
          );
        })}
      </dl>
    </section>
  );
}
