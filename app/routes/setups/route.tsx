import { useSearchParams } from "react-router";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { anyOf, WHOLE_MARKET } from "@studies/sets/group-key";
import { ANY_KINDS } from "@studies/setups/setup-words";
import { setups } from "@studies/setups/setups";
import { askFor } from "~/ask.server";
import { atOf } from "~/at-of";
import { hrefOf, parseHere, useHere, NOWHERE } from "~/here";
import { listsNow } from "~/lists-now.server";
import { offeredGroups } from "~/offered-groups.server";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading, SentenceText } from "~/ui/reading";
import { UniverseMenu } from "~/ui/universe-menu";
import { useKeys } from "~/ui/use-keys";
import { useLater } from "~/ui/use-later";
import { universeFrom, universesFor } from "~/universes.server";
import { pinProps } from "~/ui/pin/pin-props";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { BracketLegend } from "./bracket-picture";
import type { loader as recordsLoader } from "./records";
import { SetupsTable } from "./setups-table";
import { Later } from "~/ui/later";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const { focus } = parseHere(search);
  const universe = universeFrom(search);
  const own = { ...paramsFromSearch(setups.params, search), for: universe, focus: focus.length > 0 ? anyOf(focus) : "" };
  const answer = await askFor(request, setups, own);
  const [groups, lists] = await Promise.all([offeredGroups(request), listsNow(request, answer.market, answer.asOf)]);
  return {
    reading: answer.reading,
    answer: toWire(answer.result),
    universe,
    at: atOf(answer.market, answer.asOf, [universe]),
    universes: universesFor(
      focus,
      lists,
      groups.map((g) => ({ key: g.value, name: g.label })),
    ),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Setups · Yubrin" }];

const REWARDS = [0, 1, 1.5, 2, 3, 4];

/** What is set up for the next session: each kind with its record, each of its setups with its bracket. */
export default function Setups({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { universes, universe, at } = loaderData;
  const { later, isStale } = useLater<typeof recordsLoader>("/setups/records", at);
  const records = isStale ? undefined : later?.records;
  const answer = fromWire<ResultOf<typeof setups>>(loaderData.answer);
  useKeys({ Backspace: () => wayBack(undefined) });
  const shownFor = search.get("for") ?? (here.focus.length > 0 ? "focus" : WHOLE_MARKET);
  const isAmongOthers = here.focus.length > 0 && shownFor !== "focus";
  const twin = (study: string) =>
    hrefOf({ ...here, focus: [] }, `/data/${study}`, {
      for: universe,
      ...(study === "setups"
        ? {
            focus: here.focus.length > 0 ? anyOf(here.focus) : undefined,
            ...Object.fromEntries(["within", "kind", "side", "reward"].map((key) => [key, search.get(key) ?? undefined])),
          }
        : {}),
    });
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        twin={twin("setups")}
        files={
          <a className="hover:text-indigo" href={`${twin("setup-records")}&as=csv`} download>
            records CSV
          </a>
        }
      >
        Setups of{" "}
        <InlineMenu
          label="Kind"
          param="kind"
          value={answer.kind}
          choices={[{ value: "", label: "every kind" }, ...ANY_KINDS.map((kind) => ({ value: kind, label: kind }))]}
        />{" "}
        among{" "}
        <UniverseMenu
          value={shownFor}
          name={universes.find((u) => u.value === shownFor)?.label ?? answer.universe}
          choices={universes}
        />
        {isAmongOthers && (
          <>
            ,{" "}
            <InlineMenu
              label="Focus"
              param="within"
              value={answer.within}
              choices={[
                { value: "all", label: "in focus or not" },
                { value: "inside", label: "inside the focus" },
                { value: "outside", label: "outside the focus" },
              ]}
            />
          </>
        )}
        , where{" "}
        <InlineMenu
          label="Side"
          param="side"
          value={answer.side}
          choices={[
            { value: "either", label: "either side" },
            { value: "long", label: "the long side" },
            { value: "short", label: "the short side" },
          ]}
        />{" "}
        offers{" "}
        <InlineMenu
          label="Reward to risk"
          param="reward"
          value={String(answer.reward)}
          choices={[...new Set([...REWARDS, answer.reward])]
            .sort((a, b) => a - b)
            .map((x) => ({ value: String(x), label: x === 0 ? "anything for its risk" : `at least ${x} times its risk` }))}
        />
        .
      </ControlSentence>
      <div
        className="mb-2 min-h-6 max-w-[1084px] font-serif text-[17px] leading-6"
        {...pinProps({
          twin: hrefOf(NOWHERE, "/data/setup-records", { for: universe }),
          show: "reading",
          name: "the records of setups",
        })}
      >
        <Later
          said={records}
          waiting={<p className="text-soft">What each kind has been worth here is being worked out…</p>}
          failed={<p className="text-soft">What each kind has been worth here could not be worked out at this date.</p>}
        >
          {(told) => (
            <p>
              {told?.reading.map((sentence, k) => (
                <SentenceText key={k} sentence={sentence} />
              ))}
            </p>
          )}
        </Later>
      </div>
      <SetupsTable answer={answer} records={records} />
      <BracketLegend />
    </>
  );
}
