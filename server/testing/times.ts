const TIMES = Number(process.env["YUBRIN_TIMES"] ?? 1);

/**
 * How often something is tried, or how long it may take: as many times as is enough for each change, and more in a long run,
 * `YUBRIN_TIMES=5 npx vitest run server`.
 */
export const times = (n: number) => Math.round(n * TIMES);
