import { useEffect, useState } from "react";
import { useRevalidator } from "react-router";
import type { FeedState } from "@server/feed/feed.server";

/**
 * Listens to the feed: gives where it stands, and asks the open screens again whenever it has delivered.
 * @param known where it stood when the page was made
 */
export function useFeed(known: FeedState | undefined): FeedState | undefined {
  const [heard, setHeard] = useState<FeedState>();
  const { revalidate, state } = useRevalidator();
  const shown = known?.version ?? 0;
  useEffect(() => {
    const source = new EventSource("/events");
    source.onmessage = (event: MessageEvent<string>) => {
      setHeard(JSON.parse(event.data) as FeedState);
    };
    return () => {
      source.close();
    };
  }, []);
  const behind = heard !== undefined && heard.version > shown;
  useEffect(() => {
    // One question at a time: what was delivered meanwhile is asked for when the answer is here.
    if (behind && state === "idle") void revalidate();
  }, [behind, state, revalidate, heard]);
  return heard && heard.version >= shown ? heard : known;
}
