import { faultsIn } from './faults';

type Draft = Parameters<typeof faultsIn>[0];
type Loose = { [K in keyof Draft]: Record<string, unknown>[] };

const stage = (id: string, station: string) => ({ id, name: id, station });
/** A species of which nothing but what hangs together is filled in. */
const sound = (): Loose => ({
  stages: [stage('egg', 'eggs'), stage('yolksac', 'yolksac'), stage('fry', 'fry')],
  milestones: [
    { id: 'eyed', sumFrom: 'fertilisation', model: { kind: 'degreeDays', sum: 200, base: 0 } },
    { id: 'hatched', enters: 'yolksac', sumFrom: 'fertilisation', model: { kind: 'degreeDays', sum: 450, base: 0 } },
    { id: 'swumUp', enters: 'fry', sumFrom: 'previous', model: { kind: 'degreeDays', sum: 300, base: 0 } },
  ],
  checks: [{ id: 'eyed', stage: 'egg' }],
  limits: [{ what: 'temperature', stage: 'egg', low: 2, high: 10 }],
  values: [{ what: 'eggDiameter' }],
  drift: [{ stage: 'egg' }, { stage: 'yolksac' }, { stage: 'fry' }],
  handsOff: [{ id: 'early', from: 0.1, to: 0.4 }],
  inductions: [{ id: 'two', parts: [0.2, 0.8], dosePerKg: { low: 3, high: 5 } }],
  latencies: [{ id: 'ripe', induction: 'two', eggStage: 'late' }],
  eggStages: [{ id: 'late' }],
});
const found = (change: (s: Loose) => void) => {
  const s = sound();
  change(s);
  return faultsIn(s as unknown as Draft).map((f) => `${f.path.join('.')}: ${f.says}`);
};

test('what hangs together has no faults', () => {
  expect(found(() => {})).toEqual([]);
});

test.each<[what: string, change: (s: Loose) => void, says: string]>([
  ['a stage twice', (s) => s.stages.push(stage('fry', 'fry')), 'stages.3.id: fry stands twice'],
  ['a check twice', (s) => s.checks.push({ id: 'eyed', stage: 'egg' }), 'checks.1.id: eyed stands twice'],
  ['a window twice', (s) => s.handsOff.push({ ...s.handsOff[0]! }), 'handsOff.1.id: early stands twice'],
  ['drift of a stage twice', (s) => s.drift.push({ stage: 'fry' }), 'drift.3.stage: fry stands twice'],
  [
    'a life that begins hatched',
    (s) => s.stages.splice(0, 1, stage('egg', 'yolksac')),
    'stages.0.station: the first stage is of eggs',
  ],
  [
    'stations that go back',
    (s) => s.stages.splice(2, 1, stage('fry', 'eggs')),
    'stages.2.station: lies before the station of yolksac',
  ],
  [
    'a turn into a stage that is not there',
    (s) => {
      s.milestones[2]!.enters = 'smolt';
    },
    'milestones.2.enters: there is no later stage smolt',
  ],
  [
    'a turn back into eggs',
    (s) => {
      s.milestones[1]!.enters = 'egg';
    },
    'milestones.1.enters: there is no later stage egg',
  ],
  [
    'turns in another order than their stages',
    (s) => {
      s.milestones[1]!.enters = 'fry';
      s.milestones[2]!.enters = 'yolksac';
    },
    'milestones.2.enters: stands in another order than the stages that it leads into',
  ],
  [
    'a hatch before the eyes',
    (s) => {
      s.milestones[1]!.model = { kind: 'degreeDays', sum: 150, base: 0 };
    },
    'milestones.1.model: counts from fertilisation and is over before the one before it, at any temperature',
  ],
  [
    'a check of a stage that is not there',
    (s) => s.checks.push({ id: 'x', stage: 'parr' }),
    'checks.1.stage: there is no stage parr',
  ],
  ['a check of all stages', (s) => s.checks.push({ id: 'x', stage: 'all' }), 'checks.1.stage: there is no stage all'],
  ['a stage whose numbers never drift', (s) => s.drift.pop(), 'drift: lacks fry'],
  [
    'a highest below the lowest',
    (s) => {
      s.limits[0]!.high = 2;
    },
    'limits.0.high: must lie above the lowest',
  ],
  [
    'a limit that limits nothing',
    (s) => s.limits.push({ what: 'oxygen', stage: 'all' }),
    'limits.1.low: has neither a lowest nor a highest',
  ],
  [
    'a window of no width',
    (s) => {
      s.handsOff[0]!.to = 0.1;
    },
    'handsOff.0.to: must lie after its beginning',
  ],
  [
    'parts of a dose that are not all of it',
    (s) => {
      s.inductions[0]!.parts = [0.1, 0.8];
    },
    'inductions.0.parts: do not make up the whole dose',
  ],
  [
    'a highest dose below the lowest',
    (s) => {
      s.inductions[0]!.dosePerKg = { low: 5, high: 3 };
    },
    'inductions.0.dosePerKg.high: lies below the lowest',
  ],
  [
    'a highest dose of males below the lowest',
    (s) => {
      s.inductions[0]!.malesPerKg = { low: 2, high: 1 };
    },
    'inductions.0.malesPerKg.high: lies below the lowest',
  ],
  [
    'hours to ovulation after no treatment',
    (s) => {
      s.latencies[0]!.induction = 'three';
    },
    'latencies.0.induction: there is no treatment three',
  ],
  [
    'hours to ovulation from no egg stage',
    (s) => {
      s.latencies[0]!.eggStage = 'early';
    },
    'latencies.0.eggStage: there is no egg stage early',
  ],
])('%s is named where it stands, alone', (_, change, says) => {
  expect(found(change)).toEqual([says]);
});

test('limits hold for all stages, and at one edge; thirds of a dose make it up', () => {
  expect(
    found((s) => {
      s.limits.push({ what: 'oxygen', stage: 'all', low: 7 });
      s.inductions[0]!.parts = [1 / 3, 1 / 3, 1 / 3];
    }),
  ).toEqual([]);
});

test('several faults are all named, not the first alone', () => {
  expect(
    found((s) => {
      s.drift.pop();
      s.checks[0]!.stage = 'parr';
      s.handsOff[0]!.to = 0;
    }),
  ).toHaveLength(3);
});
