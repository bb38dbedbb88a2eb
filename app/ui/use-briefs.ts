import { useSubmit } from "react-router";
import type { BriefAnswer } from "~/routes/briefs/brief-deeds.server";
import { useDeed } from "./use-deed";

/** Begins briefs, changes and removes them; the answer says what went wrong or what was removed. */
export function useBriefs() {
  const fetcher = useDeed<BriefAnswer>();
  const submit = useSubmit();
  const send = (fields: Record<string, string>) =>
    fetcher.submit({ here: window.location.search, ...fields }, { method: "post", action: "/briefs" });
  return {
    busy: fetcher.state !== "idle",
    answer: fetcher.data,
    /** By the parts of a routine, or with none; leads to the new brief. */
    begin: (routine: string) => send({ intent: "begin", routine }),
    /** Leads to the one of that purpose for the session in view, begun by its routine where there is none. */
    openOrBegin: (routine: string) => send({ intent: "open or begin", routine }),
    /** The same again for the session in view; leads to it. */
    duplicate: (id: string) => send({ intent: "duplicate", id }),
    update: (brief: object, revision: number) => send(updateOf(brief, revision)),
    remove: (id: string) => send({ intent: "remove", id }),
    putBack: (body: string) => send({ intent: "insert", body }),
    takeIn: (file: string) => send({ intent: "import", file }),
    /** Puts things of the tray at its end. */
    place: (id: string, pins: readonly number[]) => send({ intent: "place", id, pins: pins.join(",") }),
    /** Notes that the parts of a stop were seen. The next stop's may be noted before it is done: each goes by itself. */
    seen: (id: string, parts: readonly string[]) =>
      submit(
        { here: window.location.search, intent: "seen", id, parts: parts.join(",") },
        { method: "post", action: "/briefs", navigate: false, fetcherKey: `seen ${parts.join(",")}` },
      ),
    /** Takes what is seen on a screen over into the parts of a stop. */
    takeOver: (id: string, parts: readonly string[], part: object) =>
      send({ intent: "take over", id, parts: parts.join(","), part: JSON.stringify(part) }),
  };
}

const updateOf = (brief: object, revision: number) => ({
  intent: "update",
  brief: JSON.stringify(brief),
  revision: String(revision),
});

/** Saves a change while its page is being left: nobody hears the answer. */
export function saveBriefAtOnce(brief: object, revision: number): Promise<unknown> {
  return fetch("/briefs.data", { method: "POST", body: new URLSearchParams(updateOf(brief, revision)), keepalive: true });
}
