/** Whether two names that people wrote name the same: a tank, a place, a pond. */
export const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
