import { useEffect } from "react";
import { useFetcher, useNavigate } from "react-router";

/** An answer that may lead to another screen. */
export interface Leading {
  /** Address of what was begun, or of what has another name now. */
  readonly leadsTo?: string;
}

/**
 * A fetcher that goes where its answer leads. A redirect of the server would be lost halfway: where the page is being asked again
 * at that moment, as when a session is delivered, the router does not give that up, and what ends first takes the other's address.
 */
export function useDeed<A extends Leading>() {
  const fetcher = useFetcher<A>();
  const navigate = useNavigate();
  const { data } = fetcher;
  useEffect(() => {
    const to = (data as Leading | undefined)?.leadsTo;
    if (to !== undefined) void navigate(to);
  }, [data, navigate]);
  return fetcher;
}
