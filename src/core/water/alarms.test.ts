import { shippedSpecies, speciesOf } from '@/reference/shipped';
import { markBy } from '../quantities/format';
import { alarmsOf, alarmWords, boundsFor, type Watched } from './alarms';

const now = Date.parse('2031-04-14T06:00:00Z');
const MIN = 60_000;
const probe = (more: Partial<Watched> = {}): Watched => ({
  kind: 'temperature',
  name: 'cold1',
  reports: true,
  last: { at: now - 5 * MIN, value: 4.6 },
  hourBefore: 4.5,
  rhythm: 10 * MIN,
  usual: null,
  open: [],
  stuckSince: null,
  ...more,
});
const char = { species: speciesOf('arctic-char'), stage: 'egg', stageName: 'eggs' };
const bound = boundsFor('temperature', [char]);
const kinds = (w: Watched) => alarmsOf(w, bound, 1, now).map((a) => a.kind);

test('the tightest bounds of what stands there count, by stage', () => {
  expect(bound).toMatchObject({ low: 1, high: 8 });
  const larvae = { ...char, stage: 'yolksac', stageName: 'yolk-sac larvae' };
  expect(boundsFor('temperature', [larvae])).toMatchObject({ low: 2, high: 12 });
  expect(boundsFor('temperature', [larvae, char])).toMatchObject({ low: 2, high: 8 });
  expect(boundsFor('oxygen', [char])).toMatchObject({ low: 7 });
  expect(boundsFor('flow', [char])).toBeNull();
});

test('within bounds nothing is raised; outside it says whose, how much, and what to do', () => {
  expect(kinds(probe())).toEqual([]);
  const [a] = alarmsOf(probe({ last: { at: now, value: 9.2 }, hourBefore: 8.9 }), bound, 1, now);
  expect(a).toMatchObject({ kind: 'high', bound: 8, says: 'cold1 9.2 °C; Arctic char eggs bear 8.0 °C' });
  expect(a!.todo).toMatch(/chiller/);
  expect(kinds(probe({ last: { at: now, value: 0.4 }, hourBefore: 0.5 }))).toEqual(['low']);
});

test('a step within the hour is told even within the bounds', () => {
  expect(kinds(probe({ hourBefore: 6.1 }))).toEqual(['step']);
  expect(kinds(probe({ hourBefore: null }))).toEqual([]);
});

test('silence is measured by the probe’s own rhythm; one read by eye is never silent; an old value raises nothing else', () => {
  expect(kinds(probe({ last: { at: now - 31 * MIN, value: 9.2 } }))).toEqual(['silent']);
  expect(kinds(probe({ last: { at: now - 29 * MIN, value: 4.6 } }))).toEqual([]);
  expect(kinds(probe({ last: { at: now - 31 * MIN, value: 4.6 }, rhythm: 60 * MIN }))).toEqual([]);
  expect(kinds(probe({ reports: false, last: { at: now - 7 * 60 * MIN, value: 9.2 } }))).toEqual([]);
  expect(kinds(probe({ rhythm: MIN, last: { at: now - 14 * MIN, value: 4.6 } }))).toEqual([]);
});

test('a probe that stands still is told after a night, not before', () => {
  expect(kinds(probe({ stuckSince: now - 19 * 60 * MIN }))).toEqual(['stuck']);
  expect(kinds(probe({ stuckSince: now - 17 * 60 * MIN }))).toEqual([]);
  expect(alarmsOf(probe({ last: null }), bound, 1, now)).toEqual([]);
});

test('chlorine and gas have one bound for all that live, told with the figures that it takes', () => {
  const w = probe({ kind: 'chlorine', name: 'bay chlorine', last: { at: now, value: 0.04 }, hourBefore: null });
  const [a] = alarmsOf(w, boundsFor('chlorine', [char]), null, now);
  expect(a).toMatchObject({ kind: 'high', says: 'bay chlorine 0.040 mg/L; they bear 0.019 mg/L' });
  expect(a!.todo).toMatch(/Shut the inflow/);
  const gas = probe({ kind: 'gas', last: { at: now, value: 104 }, hourBefore: null });
  expect(alarmsOf(gas, boundsFor('gas', [char]), null, now)[0]!.todo).toMatch(/^Degas/);
  expect(boundsFor('gas', [])).toBeNull();
});

test('a value at its limit as shown opens nothing; once open it closes with a margin, and figures can be told apart', () => {
  const at = (value: number, open: Watched['open'] = []) =>
    alarmsOf(probe({ last: { at: now, value }, hourBefore: value, open }), bound, 1, now);
  expect(at(8.0)).toEqual([]);
  expect(at(8.04)).toEqual([]);
  const [opened] = at(8.06);
  expect(opened!.says).toBe('cold1 8.1 °C; Arctic char eggs bear 8.0 °C');
  const [still] = at(8.01, ['high']);
  expect(still!.says).toBe('cold1 8.01 °C; Arctic char eggs bear 8.00 °C');
  expect(at(7.9, ['high'])[0]!.says).toMatch(/back under the 8\.0 °C .* closes below 7\.8 °C/);
  expect(at(7.7, ['high'])).toEqual([]);
});

test('a flow that falls to less than half of its usual is an alarm, also without a limit of any species', () => {
  const flow = (value: number, usual: number | null) =>
    alarmsOf(
      probe({ kind: 'flow', name: 'flow1', last: { at: now, value }, hourBefore: null, usual }),
      null,
      null,
      now,
    );
  expect(flow(6, 10)).toEqual([]);
  expect(flow(4, 10)[0]).toMatchObject({ kind: 'low', says: 'flow1 4.0 L/min; usual is 10.0 L/min' });
  expect(flow(0, 10)).toHaveLength(1);
  expect(flow(0, null)).toEqual([]);
});

test('every species has limits of pH for its water, and of temperature for each of its young stages', () => {
  for (const s of shippedSpecies().values()) {
    expect(boundsFor('pH', [{ species: s, stage: 'egg', stageName: 'eggs' }])).toMatchObject({
      low: expect.any(Number),
      high: expect.any(Number),
    });
    for (const stage of s.stages)
      expect(boundsFor('temperature', [{ species: s, stage: stage.id, stageName: stage.name }])).not.toBeNull();
    if (s.stages.some((x) => x.station === 'yolksac'))
      expect(s.handsOff.some((h) => h.station === 'yolksac')).toBe(true);
    expect(s.handsOff.some((h) => h.station === 'eggs')).toBe(true);
  }
});

describe('an alarm is kept in °C with a point, and said as its reader takes figures', () => {
  afterEach(() => markBy(() => '.'));
  const high = 'cold1 9.2 °C; Arctic char eggs bear 8.0 °C';
  const step = 'cold 2.1 went up 3.2 °C within an hour; they bear 1.0 °C';

  test('in °F, a step as a difference; names keep their points', () => {
    expect(alarmWords(high, 'high', true)).toBe('cold1 48.6 °F; Arctic char eggs bear 46.4 °F');
    expect(alarmWords(step, 'step', true)).toBe('cold 2.1 went up 5.8 °F within an hour; they bear 1.8 °F');
  });

  test('with a comma', () => {
    markBy(() => ',');
    expect(alarmWords(high, 'high', false)).toBe('cold1 9,2 °C; Arctic char eggs bear 8,0 °C');
    expect(alarmWords('o2 5.1 mg/L; carp want 6.0 mg/L', 'low', true)).toBe('o2 5,1 mg/L; carp want 6,0 mg/L');
    expect(alarmWords(step, 'step', false)).toBe('cold 2.1 went up 3,2 °C within an hour; they bear 1,0 °C');
  });
});

test("a water level that falls by a tenth of its usual is an alarm, in the reader's inches too", () => {
  const level = (value: number, usual: number | null) =>
    alarmsOf(
      probe({ kind: 'level', name: 'trough 3', last: { at: now, value }, hourBefore: null, usual }),
      null,
      null,
      now,
    );
  expect(level(18.5, 20)).toEqual([]);
  const [low] = level(17.2, 20);
  expect(low).toMatchObject({ kind: 'low', says: 'trough 3 17.2 cm; usual is 20.0 cm' });
  expect(alarmWords(low!.says, 'low', true)).toBe('trough 3 6.8 in; usual is 7.9 in');
  expect(level(0, null)).toEqual([]);
});

test('salinity outside of what a species bears is an alarm', () => {
  const prawn = { species: speciesOf('giant-river-prawn'), stage: 'larva', stageName: 'larvae' };
  const bound = boundsFor('salinity', [prawn])!;
  expect(bound.low).toBeGreaterThan(0);
  const at = (value: number) =>
    alarmsOf(probe({ kind: 'salinity', name: 's1', last: { at: now, value }, hourBefore: null }), bound, null, now);
  expect(at((bound.low! + bound.high!) / 2)).toEqual([]);
  expect(at(bound.low! - 3)[0]).toMatchObject({ kind: 'low', bound: bound.low });
});
