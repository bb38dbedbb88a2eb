/*
 * What is truly in this world to be found, beyond noise. Statistics on the demo should find these effects and not
 * many others; world/planted.test.ts measures each of them on a made world.
 */

/** Mean extra log return of a sector over one month of the year (1 = January), spread over its sessions. */
export const SEASONAL_MONTHS: readonly { readonly sector: string; readonly month: number; readonly extra: number }[] = [
  { sector: "Aquaculture and food", month: 3, extra: 0.024 },
  { sector: "Leisure and retail", month: 11, extra: 0.026 },
  { sector: "Tidal and wind power", month: 10, extra: 0.024 },
  { sector: "Offshore fuels", month: 9, extra: -0.026 },
  { sector: "Shipyards", month: 6, extra: -0.022 },
];

/** Extra log return of the market a session: the last of a month and the first three of the next. */
export const TURN_OF_MONTH = 0.0006;
/** Extra log return of the market on the session before a holiday known at the time. */
export const BEFORE_HOLIDAY = 0.0016;
/** After a stock's first new 10-session closing low in a market above its 200-session average: extra log return a session ... */
export const LOW_REVERSAL = 0.002;
/** ... for so many sessions. */
export const LOW_REVERSAL_SESSIONS = 5;
/** Sessions over which a report's surprise drifts on, and the share of the first jump that does. */
export const REPORT_DRIFT_SESSIONS = 20;
export const REPORT_DRIFT_SHARE = 0.3;
/** Leadership of sectors: yearly size (sd) and half-life in sessions of the expected excess return. */
export const SECTOR_LEADERSHIP = { annual: 0.11, halfLife: 85 };
export const INDUSTRY_LEADERSHIP = { annual: 0.08, halfLife: 60 };
