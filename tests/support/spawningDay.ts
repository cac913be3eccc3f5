import { dayPlan } from '@/core/spawning/plan';
import type { BroodFish } from '@/modules/brood/views/brood';
import type { DayBowl, DayFemale, DayMale, DayView } from '@/modules/spawning/views/day';
import { shippedProtocols } from '@/reference/protocols';
import { speciesOf } from '@/reference/shipped';
import { NOW } from './now';

/** A brood fish as the queries give it. */
export const broodFish = (
  id: number,
  tag: string,
  sex: 'female' | 'male',
  over: Partial<BroodFish> = {},
): BroodFish => ({
  id,
  tag,
  sex,
  strain: 'Ombrel',
  source: 'captive',
  origin: '',
  cameOn: null,
  yearClass: 2022,
  marks: '',
  sire: null,
  dam: null,
  unitId: 3,
  unit: 'H3',
  massG: 2400,
  massAt: NOW - 86_400_000,
  lengthMm: null,
  ripeness: null,
  besideRipe: [],
  eggStage: null,
  polarisation: null,
  gone: null,
  treated: null,
  spawned: 0,
  lastSpawned: null,
  eggs: sex === 'female' ? { expected: 66_000, low: 36_000, high: 96_000 } : null,
  ...over,
});

export const female = (id: number, tag: string, over: Partial<DayFemale> = {}): DayFemale => ({
  fish: broodFish(id, tag, 'female'),
  planned: [],
  celsius: 14.2,
  treatment: null,
  given: [],
  nextPart: null,
  clock: null,
  checks: [],
  strips: [],
  eggsLeftG: 0,
  gave: null,
  taking: [],
  notAlone: 0,
  ...over,
});

export const male = (id: number, tag: string, over: Partial<DayMale> = {}): DayMale => ({
  fish: broodFish(id, tag, 'male'),
  milts: [],
  bowls: [],
  fathered: 0,
  overused: false,
  ...over,
});

export const bowlOf = (bowl: string, over: Partial<DayBowl> = {}): DayBowl => ({
  bowl,
  at: NOW - 3_600_000,
  entry: `e${bowl}`,
  females: [{ fish: 11, tag: 'STF1', massG: 300 }],
  males: [{ fish: 21, tag: 'STM1' }],
  how: 'pooled',
  nest: false,
  protocols: [],
  stamps: {},
  take: null,
  ...over,
});

/** A spawning day of sterlet as the query gives it: empty but for what is said. */
export const dayOf = (over: Partial<DayView> = {}): DayView => ({
  id: 3,
  name: 'Sterlet, 14 Apr',
  day: NOW,
  closed: false,
  plan: dayPlan.parse({}),
  book: speciesOf('sterlet'),
  females: [],
  males: [],
  bowls: [],
  baths: [],
  protocols: [...shippedProtocols().values()].map((p) => ({ ...p, version: 0 })),
  learned: { swelling: null, perDryG: null, packing: null },
  perDryG: null,
  others: [],
  expected: null,
  counted: { number: 0, sd: 0 },
  odds: null,
  ...over,
});
