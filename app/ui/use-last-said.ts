import { useState } from "react";

/** What a page was told last: while another answer is worked out, that one stays in view. */
export function useLastSaid<T>(said: T | undefined): T | undefined {
  const [last, setLast] = useState(said);
  if (said !== undefined && last !== said) setLast(said);
  return said ?? last;
}
