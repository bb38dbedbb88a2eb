import { Suspense } from "react";
import { Await, data, Link } from "react-router";
import { listBriefs } from "@server/briefs.server";
import { heldRecords } from "@studies/precedents/held-records";
import type { Sentence } from "@studies/define-study";
import { setups } from "@studies/setups/setups";
import { groupKeyText } from "@studies/sets/group-key";
import { groups } from "@studies/strength/groups";
import { today } from "@studies/today/today";
import { findFor, openDesk } from "~/ask.server";
import { hrefOf, useHere } from "~/here";
import { SCREENS, type ScreenId } from "~/screens";
import { readSettings, settingsCookie } from "~/settings.server";
import { Reading, SentenceText } from "~/ui/reading";
import { Explained } from "~/ui/term";
import { plansHere } from "../plans/plans-here.server";
import type { Route } from "./+types/route";
import { stepsOf, type AtHand } from "./steps";

type Said = Promise<readonly Sentence[] | undefined>;

/** The course as it is worked, each part with what the data in view say of it, and the ways into it. */
export async function loader({ request }: Route.LoaderArgs) {
  const desk = await openDesk();
  const settings = await readSettings(request);
  const headers = settings.isKnown ? undefined : { "Set-Cookie": await settingsCookie.serialize({ ...settings, isKnown: true }) };
  const now = (await desk.listMarkets()).length === 0 ? undefined : await findFor(request, today, {});
  if (!now)
    return data(
      { steps: stepsOf({ leader: undefined, plan: undefined, brief: undefined }), said: [] as Said[], isEmpty: true },
      { headers },
    );
  const asked = (said: Promise<{ readonly reading: readonly Sentence[] } | undefined>): Said =>
    said.then(
      (answer) => answer?.reading.slice(0, 1),
      () => undefined,
    );
  const plans = plansHere(request);
  return data(
    {
      steps: stepsOf(await atHand(now.result.sectors, now.market, plans)),
      said: [
        Promise.resolve(now.reading.slice(0, 2)),
        asked(findFor(request, groups, {})),
        asked(findFor(request, heldRecords, {})),
        asked(findFor(request, setups, {})),
        asked(plans.then(({ answer }) => answer)),
      ],
      isEmpty: false,
    },
    { headers },
  );
}

async function atHand(
  sectors: readonly { readonly name: string }[],
  market: string,
  plans: ReturnType<typeof plansHere>,
): Promise<AtHand> {
  const [brief] = await listBriefs((await openDesk()).db, market);
  const { answer } = await plans;
  const open = answer.result.plans.find((row) => row.sides.some((side) => side.status === "entered"));
  const [leader] = sectors;
  return {
    leader: leader && { key: groupKeyText("sector", leader.name), name: leader.name },
    plan: open?.id,
    brief: brief && { id: brief.brief.id, title: brief.brief.title === "" ? brief.brief.purpose : brief.brief.title },
  };
}

export const meta: Route.MetaFunction = () => [{ title: "The course · Yubrin" }];

const PATHS = Object.fromEntries(SCREENS.map(({ id, path }) => [id, path])) as Record<ScreenId, string>;

/** The work in its order: what each part answers, what it says now, and a press into each step. */
export default function Guide({ loaderData: { steps, said, isEmpty } }: Route.ComponentProps) {
  const here = useHere();
  return (
    <>
      <Reading
        sentences={[
          [
            isEmpty
              ? "There is no market data yet. The work goes in one direction: the market is read, its parts are compared, history is asked, stocks are selected, and what is done is planned and written up."
              : "The work goes in one direction: the market is read, its parts are compared, history is asked, stocks are selected, and what is done is planned and written up. Every line below opens on the data in view.",
          ],
        ]}
      />
      <p className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-soft">
        <Link
          className="control border-indigo font-semibold text-indigo"
          to={hrefOf(here, isEmpty ? "/files" : "/")}
          data-main
          tabIndex={0}
        >
          {isEmpty ? "Bring market data" : "Begin with Today"}
        </Link>
        {!isEmpty && (
          <Link className="link" to={hrefOf(here, "/files")}>
            bring your own data
          </Link>
        )}
        <Link className="link" to={hrefOf(here, "/help")}>
          words and keys
        </Link>
        <span>
          <kbd>?</kbd> shows the course and the keys from anywhere.
        </span>
      </p>
      <ol className="mt-4 max-w-[1084px]">
        {steps.map(({ part, question, about, presses }, k) => (
          <li key={part} className="grid grid-cols-[92px_minmax(0,1fr)_300px] gap-x-6">
            <div className="flex gap-3 text-[11px] tracking-wider text-soft uppercase">
              <Station isLast={k === steps.length - 1} />
              <span className="pt-1">{part}</span>
            </div>
            <section aria-label={question} className="min-h-[104px] pb-4">
              <h2 className="font-serif text-[19px] leading-7 font-semibold">{question}</h2>
              <p className="max-w-[66ch] text-soft">
                <Explained text={about} />
              </p>
              <p className="mt-1 max-w-[72ch] font-serif text-[15.5px] leading-6">
                <Suspense fallback={<span className="text-soft">Being asked…</span>}>
                  <Await resolve={said[k]}>
                    {(sentences) => sentences?.map((sentence, n) => <SentenceText key={n} sentence={sentence} />)}
                  </Await>
                </Suspense>
              </p>
            </section>
            <ul className="pt-1 pb-4">
              {presses.map(({ label, screen, path = "", params }) => (
                <li key={label} className="border-b border-rule/70">
                  <Link
                    className="block min-h-6 py-1 text-indigo hover:underline"
                    to={hrefOf(here, `${PATHS[screen]}${path}`, params)}
                  >
                    {label}
                  </Link>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </>
  );
}

/** A stop of the course: a ring on the line that leads to the next one. */
function Station({ isLast }: { readonly isLast: boolean }) {
  return (
    <span aria-hidden className="relative w-3 shrink-0 self-stretch">
      <span className="absolute top-1.5 left-0.5 z-10 size-2.5 rounded-full border-2 border-indigo bg-paper" />
      {!isLast && <span className="absolute top-2 bottom-[-8px] left-[6.5px] w-px bg-indigo/40" />}
    </span>
  );
}
