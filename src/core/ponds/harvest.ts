import { normalCdf } from '../distributions';
import { idsOf } from '../ids';
import { thresholds } from '../thresholds';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { massAbove } from './harvestClasses';
import type { Harvest } from './more';

/** What stands and how it is taken. */
export type HarvestBooks = {
  at: number;
  how: Harvest;
  number: number;
  meanG: number | null;
  cv: number;
  leastG: number | null;
  areaM2: number;
  depthCm: number;
  drainLPerMin: number | null;
  /** Of the water and the fish in it. */
  celsius: number;
  moults: boolean;
  /** Low waters of the day, where the pond lies by the tide. */
  lowWater: number | null;
};

/** Steps of a harvest, whichever of them its way asks for. */
export const harvestSteps = {
  fast: 'last feed',
  shells: 'looked at their shells',
  gear: 'nets, baskets, scales, ice there',
  papers: 'papers',
  lower: 'water being lowered',
  quarter: 'a quarter left, somebody beside it',
  traps: 'nets and traps lifted',
  draw: 'seine drawn, or gate opened',
  take: 'taken out',
  pools: 'what was left in pools',
  weigh: 'weighed, counted, iced',
} as const;
export type HarvestStepId = keyof typeof harvestSteps;
/** What was noted longer before a harvest is of an earlier one of the same run. */
export const HARVEST_NOTED_MS = 4 * DAY_MS;

/** As a step is noted at its pond. */
export type HarvestNote = `harvest-${HarvestStepId}`;
export const harvestNotes = idsOf(harvestSteps).map((id): HarvestNote => `harvest-${id}`) as [
  HarvestNote,
  ...HarvestNote[],
];
export const harvestStepOf = (note: string): HarvestStepId | undefined =>
  note.startsWith('harvest-') ? (note.slice('harvest-'.length) as HarvestStepId) : undefined;

export type HarvestStep = { id: HarvestStepId; at: number; what: string; why?: string };
export type HarvestPlan = {
  steps: HarvestStep[];
  /** Taken, kg and number; null while nobody weighed. */
  massKg: number | null;
  number: number;
  /** Ice that brings it to the ice's own warmth, and keeps it for a day; kg. */
  iceKg: number | null;
  drainHours: number | null;
};

/** Heat that a kilogram of fish gives up for a degree, kJ; and of ice, melting. `verify` */
const [FISH_HEAT, ICE_HEAT] = [3.6, 333.55];

/**
 * A harvest as a day plan, counted back from the hour at which the fish are taken: fasting, lowering, drawing, ice.
 * @returns steps in the order of time
 */
export function harvestPlan(b: HarvestBooks): HarvestPlan {
  const share =
    b.how === 'total' || b.leastG === null || b.meanG === null
      ? 1
      : 1 - normalCdf((b.leastG - b.meanG) / (b.cv * b.meanG));
  const number = Math.round(b.number * share);
  // The large ones are heavier than the mean of all: that of a normal curve above the bound.
  const massKg =
    b.meanG === null
      ? null
      : (b.number * massAbove(b.meanG, b.cv, share < 1 ? b.leastG! : Number.NEGATIVE_INFINITY)) / 1000;
  const litres = b.areaM2 * b.depthCm * 10;
  const drainHours = b.how === 'total' && b.drainLPerMin !== null ? litres / b.drainLPerMin / 60 : null;
  const iceKg =
    massKg === null
      ? null
      : massKg * ((FISH_HEAT * Math.max(0, b.celsius)) / ICE_HEAT + thresholds.harvestIceKeeps.value);
  const end = b.lowWater ?? b.at;
  const steps: HarvestStep[] = [
    { at: end - 2 * DAY_MS, id: 'fast', what: 'last feed', why: 'empty guts bear crowding, and keep' },
    ...(b.moults
      ? [
          {
            at: end - DAY_MS,
            id: 'shells' as const,
            what: 'look at their shells',
            why: 'soft ones: wait, they die in the net and are worth little',
          },
        ]
      : []),
    {
      at: end - DAY_MS,
      id: 'gear',
      what: `nets, baskets, scales${iceKg === null ? '' : `, ${Math.ceil(iceKg)} kg of ice`} there`,
    },
    { at: end - DAY_MS, id: 'papers', what: 'papers: buyers, withdrawal of what was treated' },
    ...(drainHours !== null
      ? [
          {
            at: end - drainHours * HOUR_MS,
            id: 'lower' as const,
            what: 'begin to lower the water, screen on the outlet',
            why: `${Math.round(drainHours)} h at what the drain takes`,
          },
          {
            at: end - (drainHours * HOUR_MS) / 4,
            id: 'quarter' as const,
            what: 'a quarter is left: one stays beside it, air ready',
          },
        ]
      : []),
    ...(b.how === 'selective'
      ? [
          {
            at: b.at,
            id: 'traps' as const,
            what: 'lift nets and traps with bait, before they are fed',
            why: 'the hungry come to them',
          },
        ]
      : [
          {
            at: end - HOUR_MS,
            id: 'draw' as const,
            what:
              b.lowWater === null
                ? 'draw the seine towards the inlet'
                : 'open the gate on the ebb: they swim against the stream',
          },
        ]),
    { at: end, id: 'take', what: 'take them out, by size and sex; water running over them' },
    { at: end + HOUR_MS, id: 'pools', what: 'what is left in pools by hand; count it' },
    { at: end + 2 * HOUR_MS, id: 'weigh', what: 'weigh, count, ice; record what came out' },
  ];
  return { steps: steps.sort((x, y) => x.at - y.at), massKg, number, iceKg, drainHours };
}
