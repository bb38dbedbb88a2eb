import { anyOf } from "@studies/sets/group-key";
import { groups as groupsStudy } from "@studies/strength/groups";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { rotation } from "@studies/rotation/rotation";
import type { z } from "zod";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { parseHere } from "~/here";
import { findFor } from "~/ask.server";
import { offeredGroups } from "~/offered-groups.server";

/** What the screen asks of the study: `in=focus` is the groups in focus together; stocks are always those of some group. */
export async function rotationParams(request: Request) {
  const search = new URL(request.url).searchParams;
  const { focus } = parseHere(search);
  const wanted = search.get("in") ?? "";
  const set = (search.get("set") ?? "sector") as PeerSet;
  const groups = set in PEER_SETS ? await offeredGroups(request) : [];
  const asked = paramsFromSearch(rotation.params, search) as z.input<typeof rotation.params>;
  return { params: { ...asked, in: await insideOf(request, wanted, set, focus) }, groups };
}

/** Stocks open on the focus, else on the leading sector. */
async function insideOf(request: Request, wanted: string, set: PeerSet, focus: readonly string[]): Promise<string | undefined> {
  if (wanted !== "" && wanted !== "focus") return wanted;
  if (focus.length > 0 && (wanted === "focus" || set === "stock")) return anyOf(focus);
  if (set !== "stock") return undefined;
  const sectors = (await findFor(request, groupsStudy, {}))?.result.rows ?? [];
  return sectors[0]?.key ?? "market:";
}
