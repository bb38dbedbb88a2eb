import { EVENTS, proveNothingLater, sessions } from "./testing/look-ahead";

/* Nothing looks ahead: as of the sessions before something happens. */
proveNothingLater([
  ["the 61st session", 60],
  ...Object.entries(EVENTS).map(([name, s]) => [`the session before ${name}`, s - 1] as const),
  ["the session before the last", sessions.length - 2],
]);
