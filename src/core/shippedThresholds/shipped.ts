/** What a threshold is about, in the order in which Reference shows them. */
export const thresholdSubjects = {
  counting: 'Counting and weighing',
  grading: 'Grading',
  brood: 'Brood and spawning',
  doses: 'Doses and baths',
  dead: 'Dead and fungus',
  dates: 'Dates',
  swimUp: 'Swim-up',
  water: 'Water',
  hands: 'Feeding, moving, hands',
} as const;

/** A threshold as it ships: what it is about, what it says, and what it rests on. */
export type Shipped = { of: keyof typeof thresholdSubjects; what: string; value: number; unit: string; hint: string };
