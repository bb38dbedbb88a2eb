import type { ReadingName } from "@studies/breadth/followed";
import { anyOf } from "@studies/sets/group-key";
import { parseHere } from "~/here";
import { savedZones } from "~/saved-zones.server";

/** What the address asks for; zones it leaves out are as they were kept. */
export async function breadthParams(request: Request) {
  const search = new URL(request.url).searchParams;
  const kept = await savedZones();
  const { focus } = parseHere(search);
  const group = search.get("group") ?? "market:";
  const common = {
    average: (search.get("average") ?? "ema") as "ema" | "sma",
    group: group === "focus" ? (focus.length > 0 ? anyOf(focus) : "market:") : group,
  };
  return {
    common,
    zones: { crowded: search.get("crowded") ?? kept.crowded, washed: search.get("washed") ?? kept.washed },
    history: search.get("history") ?? "756",
    reading: (search.get("of") ?? search.get("by") ?? "50") as ReadingName,
  };
}
