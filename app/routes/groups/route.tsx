import { Link, redirect, useNavigate, useSearchParams } from "react-router";
import { findGroupKey } from "@studies/group-key";
import { groups } from "@studies/groups";
import { stocks } from "@studies/stocks";
import { askFor } from "~/ask.server";
import { hrefOf, parseHere, useHere } from "~/here";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { useHotkey } from "~/ui/use-hotkey";
import type { Route } from "./+types/route";
import { GroupsTable } from "./groups-table";
import { LevelPath } from "./level-path";
import { StocksTable } from "./stocks-table";

/** Without `in`, the peer set itself; with it, what a group holds. `in=focus` is the groups in focus together. */
export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const here = parseHere(searchParams);
  const inside = searchParams.get("in") ?? "";
  if (inside === "") {
    const answer = await askFor(request, groups);
    return { level: "peers" as const, inside, reading: answer.reading, groups: answer.result, stocks: undefined };
  }
  if (inside === "focus" && here.focus.length === 0) throw redirect(hrefOf(here, "/groups"));
  const held = askFor(request, stocks, { group: inside === "focus" ? [...here.focus] : [inside] });
  const key = findGroupKey(inside);
  if (key?.level !== "sector")
    return { level: "stocks" as const, inside, reading: (await held).reading, groups: undefined, stocks: (await held).result };
  const answer = await askFor(request, groups, { peers: "industry", within: key.name });
  return {
    level: "sector" as const,
    inside,
    reading: [...answer.reading, ...(await held).reading.slice(0, 1)],
    groups: answer.result,
    stocks: (await held).result,
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Groups · Yubrin" }];

const PEERS = [
  { value: "sector", label: "Sectors" },
  { value: "industry", label: "Industries" },
];

export default function Groups({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { level, inside, groups: table, stocks: held } = loaderData;
  const up = upFrom(inside, held?.rows[0]?.sector ?? "");
  const goUp = () => {
    if (up !== undefined) void navigate(hrefOf(here, "/groups", up));
  };
  useHotkey((event) => {
    if (event.key !== "Backspace" || up === undefined) return false;
    goUp();
    return true;
  });
  const asked = inside === "" ? { peers: search.get("peers") ?? undefined } : { group: inside === "focus" ? here.focus : inside };
  const twin = hrefOf({ ...here, focus: [] }, inside === "" ? "/data/groups" : "/data/stocks", asked);
  const none = level === "peers" && table.rows.length === 0;
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <LevelPath inside={inside} sector={held?.rows[0]?.sector ?? ""} />
      {level === "peers" ? (
        <ControlSentence twin={twin}>
          <InlineMenu label="Peer set" param="peers" value={table.peers} choices={PEERS} /> by the mean of three and six months,
          tinted by z within the set of {table.peerCount}; each group is the equal-weighted composite of its members
        </ControlSentence>
      ) : (
        <ControlSentence twin={twin}>
          {held.rows.length} stocks, each ranked and tinted by z within this set
          {level === "sector" ? `; its industries are ranked among all ${table.peerCount}` : ""}
        </ControlSentence>
      )}
      {none && (
        <p className="mt-6 max-w-xl">
          No stock of this market has a {table.peers} yet. An{" "}
          <Link className="figure-link" to={hrefOf(here, "/files")}>
            instruments file
          </Link>{" "}
          gives them; until then{" "}
          <Link className="figure-link" to={hrefOf(here, "/groups", { in: "market:" })}>
            all stocks can be ranked together
          </Link>
          .
        </p>
      )}
      {table && !none && (
        <GroupsTable rows={table.rows} onBack={level === "sector" ? goUp : undefined} short={level === "sector"} />
      )}
      {held && held.rows.length > 0 && <StocksTable rows={held.rows} from={inside} onBack={goUp} short={level === "sector"} />}
    </>
  );
}

/** One level up from a group, as parameters; undefined at the top. */
function upFrom(inside: string, sector: string): Record<string, string> | undefined {
  if (inside === "") return undefined;
  return inside.startsWith("industry:") && sector !== "" ? { in: `sector:${sector}` } : {};
}
