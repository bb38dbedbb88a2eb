/** What was asked for is not there. */
export class NotFound extends Error {
  override name = "NotFound";
}

/** What was given has no meaning here; `details` says what and where. */
export class Invalid extends Error {
  override name = "Invalid";
  constructor(
    message: string,
    readonly details: readonly string[] = [],
  ) {
    super(message);
  }
}

/** What was asked for does not fit the present state. */
export class Conflict extends Error {
  override name = "Conflict";
}
