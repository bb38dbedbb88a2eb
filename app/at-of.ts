/** What a screen is asked of, as a text: what comes later says by it whether it is still of that. */
export const atOf = (market: string, asOf: number, more: readonly string[] = []) => JSON.stringify([market, asOf, ...more]);
