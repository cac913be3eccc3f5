/** Spans of time in milliseconds. A day here is 24 hours; a day of the site has 23 to 25 (`localDay`). */
export const HOUR_MS = 3_600_000;
export const DAY_MS = 24 * HOUR_MS;
