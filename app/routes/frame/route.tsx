import { isRouteErrorResponse, Outlet, useNavigation, useRouteError, type ShouldRevalidateFunctionArgs } from "react-router";
import { getDesk, getFeed } from "@server/desk-of-app.server";
import { directory, sectorNames } from "@studies/frame/directory";
import { timeline } from "@studies/frame/timeline";
import { STUDIES } from "@studies/registry";
import { date } from "@studies/words/words";
import { countUnseen } from "~/alerts.server";
import { askFor, statusOf, type ErrorShown } from "~/ask.server";
import { FrameContext, useFrameValue } from "~/frame-context";
import { useFollowedRouter, useHere } from "~/here";
import { toWire } from "~/wire";
import type { Route } from "./+types/route";
import { Course } from "./course";
import { Problem } from "./problem";
import { RoutineLine } from "./routine-line";
import { TopBar } from "./top-bar";
import { useOpeners } from "~/opener";
import { PinProvider } from "~/ui/pin/pin-provider";
import { useArrival } from "./arrival";
import { useFrame } from "./use-frame";
import { Shortcuts } from "./shortcuts";

/** What the frame shows whatever the date: the markets, and the whole span of the one in view. */
export async function loader({ request }: Route.LoaderArgs) {
  try {
    return await frameOf(request);
  } catch (error) {
    // The screen says why; the frame stands around it without a market.
    if (statusOf(error) !== 503 && !isRouteErrorResponse(error)) throw error;
    return { ...NO_MARKET, markets: [], feed: undefined };
  }
}

const NO_MARKET = {
  market: undefined,
  span: undefined,
  sectors: [],
  pictures: {},
  inProgress: undefined,
  unseenAlerts: undefined,
};

/** What of each study can be drawn in a brief. */
const PICTURES = Object.fromEntries(
  [...STUDIES.values()].flatMap(({ name, pictures }) =>
    pictures ? [[name, Object.entries(pictures).map(([key, picture]) => ({ key, name: picture.name }))] as const] : [],
  ),
);

async function frameOf(request: Request) {
  const feed = await (await getFeed()).state();
  const markets = await (await getDesk()).listMarkets();
  const { searchParams, origin } = new URL(request.url);
  const market = markets.find((m) => m.market === searchParams.get("market")) ?? markets[0];
  if (!market) return { ...NO_MARKET, markets, feed };
  const latest = new Request(`${origin}/?market=${encodeURIComponent(market.market)}`);
  const span = await askFor(latest, timeline);
  const { entries } = (await askFor(latest, directory)).result;
  const sectors = sectorNames(entries);
  // The session in view is in progress when the feed has delivered a part of it to this market.
  const inProgress = span.provisional ? span.asOf : undefined;
  const unseenAlerts = await countUnseen(market.market);
  return { markets, market, span: toWire(span.result), sectors, pictures: PICTURES, feed, inProgress, unseenAlerts };
}

/** The span does not depend on the date in view; a change of the data asks for everything again at the same address. */
export function shouldRevalidate({ currentUrl, nextUrl, formMethod, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs) {
  const again = currentUrl.href === nextUrl.href || (formMethod !== undefined && formMethod !== "GET");
  if (again) return defaultShouldRevalidate;
  return currentUrl.searchParams.get("market") !== nextUrl.searchParams.get("market");
}

export const meta: Route.MetaFunction = () => [{ title: "Yubrin" }];

export default function Frame({ loaderData }: Route.ComponentProps) {
  const frame = useFrame(loaderData);
  return (
    <FrameContext value={frame}>
      <PinProvider>
        <FramePage>
          <Outlet />
        </FramePage>
      </PinProvider>
    </FrameContext>
  );
}

function FramePage({ children }: { children: React.ReactNode }) {
  const busy = useNavigation().state !== "idle";
  useFollowedRouter();
  useOpeners();
  useArrival();
  return (
    <div className="flex h-dvh flex-col overflow-hidden print:block print:h-auto print:overflow-visible">
      <a href="#screen" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-raised focus:p-2">
        Skip to the screen
      </a>
      <TopBar />
      <InProgress />
      <RoutineLine />
      <div className="flex min-h-0 flex-1 print:block">
        <Course />
        <main
          id="screen"
          aria-busy={busy}
          className="relative min-w-0 flex-1 overflow-x-hidden overflow-y-auto px-6 pt-4 pb-8 print:overflow-visible print:p-0"
          tabIndex={-1}
        >
          {children}
        </main>
      </div>
      <LookingBack />
      <Shortcuts />
    </div>
  );
}

/** Says above every screen that the session in view is not over. */
function InProgress() {
  const { provisional, feed, asOf } = useFrameValue();
  if (!provisional || !feed || asOf === undefined) return null;
  return (
    <p
      role="status"
      className="border-b border-(--amber-edge) bg-(--amber-edge)/15 px-6 py-0.5 text-[12px] text-amber print:hidden"
    >
      The session of {date(asOf)} is in progress ({feed.step} of {feed.steps}): every figure of it is provisional until its close.
    </p>
  );
}

/** A thin edge around the page whenever the date in view is not the latest. */
function LookingBack() {
  const { asOf } = useHere();
  return asOf ? (
    <div aria-hidden className="pointer-events-none fixed inset-0 z-40 border-3 border-(--amber-edge) print:hidden" />
  ) : null;
}

/** Keeps the frame around a screen that could not answer. */
export function ErrorBoundary({ loaderData }: Route.ErrorBoundaryProps) {
  const error = useRouteError();
  const shown: ErrorShown =
    isRouteErrorResponse(error) && typeof (error.data as Partial<ErrorShown> | null)?.message === "string"
      ? (error.data as ErrorShown)
      : {
          message: "This screen met a fault of its own.",
          details: ["Nothing was lost. Reload the page, or look at the server's log."],
        };
  const frame = useFrame(loaderData);
  return (
    <FrameContext value={frame}>
      <FramePage>
        <Problem {...shown} />
      </FramePage>
    </FrameContext>
  );
}
