import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { Chance } from '../chance';
import { DAY_MS } from '../time/spans';
import type { DeathShape } from './deaths';
import { DAY_SHAPE, MISJUDGED, type PickUnit, ROUND_SHAPE, thresholdsFor, watchPicks } from './picks';

/** Days before alarms are counted: the levels are learned first. */
const SETTLING = 14;
const WATCHED = 28;
/** Even whitening over a hundred days: what the watch does, not the shape, is under trial. */
const EVEN: DeathShape = {
  base: 1,
  early: { share: 0, at: 0.03, sd: 0.02 },
  blanks: { share: 0, at: 0.15, sd: 0.05 },
  hatch: { share: 0, at: 0.97, sd: 0.02 },
  handling: { share: 0, days: 2 },
};
const WAY_DAYS = 100;

type Trial = { units: number; lots: number; meanPicks: number; skipShare: number };

/** Rounds of a room whose eggs die as the watch supposes; from `doubledFrom` on the first unit at twice its hazard. */
function simulate(chance: Chance, t: Trial, doubledFrom: number | null): PickUnit[][] {
  const perLot = Math.ceil(t.units / t.lots);
  return Array.from({ length: t.lots }, (_, lot) => {
    const here = Math.max(1, Math.min(perLot, t.units - lot * perLot));
    const dayEffect = Array.from({ length: SETTLING + WATCHED }, () => chance.gamma(DAY_SHAPE, 1));
    return Array.from({ length: here }, (_, k): PickUnit => {
      const level = chance.gamma(4, 1);
      const rounds: { day: number; at: number; picked: number }[] = [];
      let waiting = 0;
      for (let d = 1; d <= SETTLING + WATCHED; d++) {
        const ill = doubledFrom !== null && lot === 0 && k === 0 && d >= doubledFrom ? 2 : 1;
        waiting += chance.poisson(t.meanPicks * level * ill * dayEffect[d - 1]! * chance.gamma(ROUND_SHAPE, 1));
        if (chance.next() < t.skipShare) continue;
        rounds.push({ day: d, at: d * DAY_MS, picked: waiting });
        waiting = 0;
      }
      return {
        unit: lot * perLot + k,
        eggs: t.meanPicks * WAY_DAYS,
        laidAt: 0,
        efficiency: 1,
        events: [],
        rounds,
      };
    });
  });
}

const progress = (at: number) => at / (WAY_DAYS * DAY_MS);

function watch(lots: PickUnit[][], thresholds: ReturnType<typeof thresholdsFor>) {
  return lots.map((units) => watchPicks(units, EVEN, progress, (SETTLING + WATCHED) * DAY_MS, { thresholds }));
}

export const calculation = defineCalculation({
  id: 'incubation.alarms',
  title: 'Alarms of a room: false ones and delay',
  asks: 'With so many false alarms a week in this room, how soon is a unit seen whose eggs die twice as fast?',
  input: z
    .strictObject({
      units: schema.count.min(1, 'needs at least one unit').max(400, 'at most 400'),
      lots: schema.count.min(1, 'needs at least one lot'),
      /** Mean dead a unit and day. */
      meanPicks: schema.positive.max(5000, 'at most 5 000'),
      falseAlarmsPerWeek: schema.positive.max(50, 'is more alarms than anybody looks at'),
      skipShare: schema.nonNegative.max(0.9, 'at most 0.9').default(0),
      runs: schema.count.min(10, 'at least 10').max(2000, 'at most 2 000').default(100),
      seed: z.number().int().default(1),
    })
    .refine((i) => i.lots <= i.units, { path: ['lots'], error: 'cannot be more than the units' }),
  output: z.strictObject({
    threshold: z.number(),
    falsePerRoomWeek: z.number(),
    delayDays: z.strictObject({ median: z.number().nullable(), ninetieth: z.number().nullable() }),
    seenWithinFourWeeks: z.number(),
  }),
  compute: (i) => {
    const thresholds = thresholdsFor(i.units, i.lots, i.falseAlarmsPerWeek);
    const chance = new Chance(i.seed);
    let false_ = 0;
    const weeks = (WATCHED / 7) * Math.max(1, Math.round((i.runs * 4) / i.units));
    for (let w = 0; w < weeks; w += WATCHED / 7)
      for (const lot of watch(simulate(chance, i, null), thresholds)) {
        // A lot that is called is one alarm, however many units it has.
        const calledDays = new Set<number>();
        for (const u of lot)
          for (const r of u.rounds)
            if (r.day > SETTLING && r.verdict === 'lot') calledDays.add(r.day);
            else if (r.day > SETTLING && r.verdict) false_ += 1;
        false_ += calledDays.size;
      }
    const delays: number[] = [];
    const perLot = Math.ceil(i.units / i.lots);
    for (let r = 0; r < i.runs; r++) {
      // Only the ill unit's own lot matters for it.
      const lot = simulate(chance, { ...i, units: Math.min(perLot, i.units), lots: 1 }, SETTLING + 1)[0]!;
      const ill = watchPicks(lot, EVEN, progress, 0, { thresholds })[0]!;
      const seen = ill.rounds.find((x) => x.day > SETTLING && (x.verdict === 'unit' || x.verdict === 'lot'));
      delays.push(seen ? seen.day - SETTLING : Number.POSITIVE_INFINITY);
    }
    delays.sort((a, b) => a - b);
    const at = (p: number) => {
      const d = delays[Math.min(delays.length - 1, Math.floor(p * delays.length))]!;
      return Number.isFinite(d) ? d : null;
    };
    return {
      threshold: thresholds.unit,
      falsePerRoomWeek: false_ / weeks,
      delayDays: { median: at(0.5), ninetieth: at(0.9) },
      seenWithinFourWeeks: delays.filter(Number.isFinite).length / delays.length,
    };
  },
  working: (i, o) => ({
    formula:
      'evidence threshold h = ln(2 · rounds a week / alarms given to units): the bound of Lorden, twice over since levels are never quite known; false alarms and delay by simulation',
    steps: [
      {
        name: 'threshold',
        says: 'evidence at which a unit is called',
        expression: `max(2, ln(${MISJUDGED} * 7 * ${i.units} / (0.7 * ${i.falseAlarmsPerWeek})))`,
        value: o.threshold,
      },
    ],
    notes: [`${i.runs} simulated units whose hazard doubles, seed ${i.seed}; rounds scatter as the watch supposes`],
  }),
  source:
    'Page 1954 (cumulative sums); Lorden 1971, Ann. Math. Stat. 42: 1897-1908, for the threshold; delay: simulation, no source',
  validWhen: 'Dead whiten evenly and are all found; with few dead a doubling takes long to tell, whatever the alarm.',
  cautions: ['Eyes come first: fungus, smell, and eggs that do not roll are seen before any count says so.'],
  example: { units: 40, lots: 8, meanPicks: 12, falseAlarmsPerWeek: 1, runs: 60 },
});
