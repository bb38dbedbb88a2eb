import { Link, useSearchParams } from "react-router";
import { keyLevels } from "@studies/key-levels/key-levels";
import { priceChanges } from "@studies/key-levels/price-changes";
import { clipped } from "@studies/words/words";
import { askFor, findFor } from "~/ask.server";
import { hrefOf, useHere, NOWHERE } from "~/here";
import { offeredInstruments } from "~/offered-groups.server";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Lacking } from "~/ui/lacking";
import { Reading } from "~/ui/reading";
import { Explained } from "~/ui/term";
import { useKeys } from "~/ui/use-keys";
import { pinProps } from "~/ui/pin/pin-props";
import { fromWire, toWire, type ResultOf, type Wired } from "~/wire";
import type { Route } from "./+types/route";
import { ClauseTable } from "./clause-table";
import { InstrumentMenu } from "./instrument-menu";
import { LevelLadder } from "./level-ladder";
import { Later } from "~/ui/later";

const REACHES = [2, 4, 10];
const REACH = 4;

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const asked = search.get("for") ?? "";
  const [found, instruments] = await Promise.all([
    findFor(request, keyLevels, { for: asked }),
    offeredInstruments(request, ["index", "volatility", "commodity", "currency", "bond"]),
  ]);
  const answer = found ?? (await askFor(request, keyLevels, {}));
  const of = { for: answer.result.ticker };
  // Comes after the ladder: every clause is tried at many prices.
  const changes = findFor(request, priceChanges, { ...of, when: search.get("when") ?? undefined }).then(
    (said) => said && toWire({ reading: said.reading, result: said.result }),
  );
  return { reading: answer.reading, levels: answer.result, unknown: found ? "" : asked, instruments, changes };
}

export const meta: Route.MetaFunction = () => [{ title: "Key levels · Yubrin" }];

/** Where the price stands among its levels, and what the next session's price would change. */
export default function KeyLevels({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { levels } = loaderData;
  const asked = Number(search.get("reach"));
  const reach = REACHES.includes(asked) ? asked : REACH;
  useKeys({ Backspace: () => wayBack(undefined) });
  const twin = hrefOf({ ...here, focus: [] }, "/data/key-levels", { for: levels.ticker });
  return (
    <>
      <Reading sentences={loaderData.reading} />
      {loaderData.unknown !== "" && (
        <p role="alert" className="mt-2 text-rust">
          Nothing is known here by the ticker {clipped(loaderData.unknown)}; the levels are those of {levels.name}.
        </p>
      )}
      {!search.has("for") && <Lacking of={["index"]} without="the levels are those of its first stock; choose any other" />}
      <ControlSentence twin={twin}>
        <Explained text="Key levels" /> of{" "}
        <InstrumentMenu ticker={levels.ticker} name={levels.name} instruments={loaderData.instruments} /> within{" "}
        <InlineMenu
          label="Reach"
          param="reach"
          value={String(reach)}
          choices={REACHES.map((n) => ({ value: String(n), label: `${n} ATRs` }))}
        />{" "}
        of the close, and the prices of the next session that change a clause.{" "}
        <Link className="link" to={hrefOf(here, `/chart/${encodeURIComponent(levels.ticker)}`)}>
          Open the chart
        </Link>
      </ControlSentence>
      <div className="@container">
        <div className="grid items-start gap-7 @min-[908px]:grid-cols-2">
          <figure data-main className="min-w-0 @min-[908px]:sticky @min-[908px]:top-0">
            <Later
              said={loaderData.changes}
              waiting={<LevelLadder levels={levels} reach={reach} />}
              failed={<LevelLadder levels={levels} reach={reach} />}
            >
              {(wired) => <LevelLadder levels={levels} reach={reach} clauses={changesOf(wired)?.result.clauses} />}
            </Later>
          </figure>
          <section
            aria-label="Clauses on price"
            {...pinProps({
              twin: hrefOf(NOWHERE, "/data/price-changes", { for: levels.ticker }),
              show: "table",
              name: `prices that change a clause on ${levels.name}`,
            })}
          >
            <Later
              said={loaderData.changes}
              waiting={<p className="text-soft">Trying the prices of the next session…</p>}
              failed={<p className="text-soft">Where clauses change could not be worked out at this date.</p>}
            >
              {(wired) => {
                const changes = changesOf(wired);
                return changes ? <ClauseTable {...changes} reach={reach} /> : null;
              }}
            </Later>
          </section>
        </div>
      </div>
    </>
  );
}

interface Changes {
  readonly reading: ReturnType<typeof priceChanges.reading>;
  readonly result: ResultOf<typeof priceChanges>;
}

const changesOf = (wired: Wired | undefined) => wired && fromWire<Changes>(wired);
