import { EVENTS, proveNothingLater } from "./testing/look-ahead";

/* Nothing looks ahead: as of the sessions on which something happens. */
proveNothingLater(Object.entries(EVENTS).map(([name, s]) => [`the session of ${name}`, s] as const));
