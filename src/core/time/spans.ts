/** Spans of time in milliseconds. A day here is 24 hours; a day of the site has 23 to 25 (`localDay`). */
export const MINUTE_MS = 60_000;
export const HOUR_MS = 60 * MINUTE_MS;
export const DAY_MS = 24 * HOUR_MS;
