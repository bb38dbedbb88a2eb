import { CALL_DIRECTIONS, isoDate } from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import type { SavedCall } from "@studies/calls/call-schema";
import { calls } from "@studies/calls/calls";
import { partChanges } from "@studies/briefs/part-changes";
import { row, shortest } from "./rows";

const MANY = 5000;
const HORIZONS = [1, 5, 10, 21, 63];

/** Rows of calls and of what changed since: the whole market, its calls made over its last ten years. */
export function briefRows(whole: MarketData): void {
  const last = whole.panel.sessions.length - 1;
  const market = new Market(whole, last);
  const subjects = market.universeAt(last - 2000).map((i) => market.at(i)!.ticker);
  const random = seeded(3);
  const made = Array.from({ length: MANY }, (_, k): SavedCall => {
    const day = whole.panel.sessions[last - Math.floor(2500 * random())]!;
    const direction = CALL_DIRECTIONS[k % CALL_DIRECTIONS.length]!;
    const isRelative = direction === "outperform" || direction === "underperform";
    return {
      ...{ version: 1, id: `bench${String(k).padStart(6, "0")}`, market: "ALDANE", direction, made: day, written: day },
      ...{ subject: subjects[(k * 31) % subjects.length]!, ...(isRelative ? { benchmark: "ALBRO" } : {}) },
      ...{ horizon: HORIZONS[k % HORIZONS.length]!, confidence: 50 + (k % 50), reason: "" },
    };
  });
  const asked = calls.params.parse({ calls: JSON.stringify(made) });
  const ask = () => calls.ask(new Market(whole, last), asked);
  if (ask().record.n < MANY / 2) throw new Error("most of the calls should have been scored");
  row(`ledger of ${MANY} calls with base rates, calibration and its slices`, shortest(4, ask));
  const few = calls.params.parse({ calls: JSON.stringify(made.slice(0, 50)) });
  row(
    "ledger of 50 calls",
    shortest(6, () => calls.ask(new Market(whole, last), few)),
  );
  const draft = { subject: subjects[0], direction: "up", horizon: 21, confidence: 60, made: whole.panel.sessions[last] };
  const params = calls.params.parse({ draft: JSON.stringify(draft) });
  row(
    "base rate of a call that is being written",
    shortest(6, () => calls.ask(new Market(whole, last), params)),
  );
  let back = 0;
  const changes = () => {
    const then = whole.panel.sessions[last - ++back - 5]!;
    const of = partChanges.params.parse({ of: "breadth", since: isoDate(then) });
    return partChanges.ask(new Market(whole, last - back), of);
  };
  row("what moved further than usual in a week, of six shares", shortest(6, changes));
}

/** Rows of the built server: a weekly review begun, asked whole as one file, and again when everything is known. */
export async function reviewRows(base: string): Promise<void> {
  const post = async (fields: Readonly<Record<string, string>>) => {
    const answer = await fetch(`${base}/briefs.data`, {
      method: "POST",
      body: new URLSearchParams(fields),
      headers: { Origin: base },
    });
    return answer.text();
  };
  const spent = async (path: string) => {
    const start = performance.now();
    const answer = await fetch(base + path);
    const size = (await answer.arrayBuffer()).byteLength;
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    return [performance.now() - start, size] as const;
  };
  const id = /\/briefs\/([a-f0-9]{12})/.exec(await post({ intent: "begin", routine: "Weekly review", here: "" }))?.[1];
  if (id === undefined) throw new Error("no brief was begun");
  const [first, size] = await spent(`/briefs/${id}/export/html`);
  row("weekly review with its pictures as one HTML file, first asked", first, `${(size / 1024).toFixed(0)} kB`);
  const again = await spent(`/briefs/${id}/export/html`);
  row("  asked again", again[0]);
  row("  as Markdown with SVG in a zip", (await spent(`/briefs/${id}/export/markdown`))[0]);
  row("  its page", (await spent(`/briefs/${id}.data`))[0]);
  await post({ intent: "remove", id });
}
