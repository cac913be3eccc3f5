import type { Shipped } from './shipped';

/** Thresholds of sorting and selecting. */
export const ofGrading = {
  gradeSpread: {
    of: 'grading',
    what: 'spread of lengths in a tank at which it is to be graded',
    value: 0.2,
    unit: 'of the mean length',
    hint: 'of even-sized fry the spread is about a tenth; from a fifth on the largest two in a hundred are half as long again as the middle. Where they eat each other grade sooner',
  },
  spreadRise: {
    of: 'grading',
    what: 'rise of the spread in a day, where one sample alone is known',
    value: 0.003,
    unit: 'a day',
    hint: 'from a tenth to a fifth in a month; own samples take its place',
  },
  shooter: {
    of: 'grading',
    what: 'times the middle length from which one is called a shooter',
    value: 1.4,
    unit: 'times',
    hint: 'it can swallow what is shorter than the middle by a tenth, at a gape of 0.65',
  },
  runt: {
    of: 'grading',
    what: 'share of the middle length below which one is called a runt',
    value: 0.65,
    unit: 'of the middle',
    hint: 'what a fish of middle length can swallow, at a gape of 0.65',
  },
  selectivity: {
    of: 'grading',
    what: 'difference in width between a quarter and three quarters kept by a bar, until own gradings show it',
    value: 0.4,
    unit: 'mm',
    hint: 'a round guess for rolling bars',
  },
  bowlUse: {
    of: 'grading',
    what: 'oxygen that a kilogram of handled small fish uses in an hour, in a bowl',
    value: 600,
    unit: 'mg',
    hint: 'verify: a round guess, on the safe side of resting fish; close a bowl with a probe in it (water.oxygenUse) and set your own',
  },
  bowlOxygen: {
    of: 'grading',
    what: 'oxygen that fish in a bowl are to keep, where their species says nothing',
    value: 6,
    unit: 'mg/L',
    hint: 'verify: commonly asked of rearing water',
  },
} as const satisfies Record<string, Shipped>;
