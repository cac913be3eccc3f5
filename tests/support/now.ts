/** 14 April 2031, 07:42 in Vienna. */
export const NOW = Date.parse('2031-04-14T05:42:00Z');
