import { clipped } from "@studies/words/words";

const MOST_LETTERS = 400;
const MOST_DETAILS = 20;

/** An error that was foreseen: its message is for a person, in short whatever was given. */
export abstract class Foreseen extends Error {
  /** What and where, a line each. */
  readonly details: readonly string[];
  constructor(message: string, details: readonly string[] = [], options?: ErrorOptions) {
    super(clipped(message, MOST_LETTERS), options);
    this.details = details.slice(0, MOST_DETAILS).map((line) => clipped(line, MOST_LETTERS));
  }
}

/** What was asked for is not there. */
export class NotFound extends Foreseen {
  override name = "NotFound";
}

/** What was given has no meaning here; `details` says what and where. */
export class Invalid extends Foreseen {
  override name = "Invalid";
}

/** What was asked for does not fit the present state. */
export class Conflict extends Foreseen {
  override name = "Conflict";
}

/** The database cannot serve just now, or not at all; the message says why and what to do. */
export class Unavailable extends Foreseen {
  override name = "Unavailable";
}
