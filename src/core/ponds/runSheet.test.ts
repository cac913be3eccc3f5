import { DAY_MS } from '../time/spans';
import { discSays, type FoodScore, naturalSays } from './natural';
import { type RunBooks, runSheet } from './runSheet';

const run = (more: Partial<RunBooks> = {}): RunBooks => ({
  areaM2: 5000,
  from: 0,
  to: 100 * DAY_MS,
  stocked: 10_000,
  stockedG: 1,
  outG: 50,
  grewDays: 80,
  out: 7000,
  stands: 0,
  dead: 500,
  feedKg: 400,
  ...more,
});

test('survival, gain, conversion, yield and growth of a run', () => {
  const s = runSheet(run());
  // 7 000 of 50 g came out of 10 000 of 1 g.
  expect(s).toMatchObject({ days: 100, survival: 0.7, missing: 2500, gainKg: 340 });
  expect(s.kgPerHa).toBeCloseTo(700, 9);
  expect(s.conversion).toBeCloseTo(400 / 340, 9);
  // They grew in the 80 days between the weighings; before that the pond was made ready.
  expect(s.growth).toBeCloseTo((100 * Math.log(50)) / 80, 9);
  expect(runSheet(run({ grewDays: 0 })).growth).toBeNull();
});

test('what was never weighed, never stocked or did not gain says so by saying nothing', () => {
  expect(runSheet(run({ outG: null }))).toMatchObject({ gainKg: null, conversion: null, kgPerHa: null, growth: null });
  expect(runSheet(run({ stocked: 0, out: 0 }))).toMatchObject({ survival: null, missing: 0 });
  expect(runSheet(run({ out: 100 })).conversion).toBeNull();
  // A pond in mid-run: what stands counts.
  expect(runSheet(run({ out: 0, stands: 9000, dead: 400 }))).toMatchObject({ survival: 0.9, missing: 600 });
  // More came out than was put in: it was counted so, and nobody is missing.
  expect(runSheet(run({ out: 10_400 }))).toMatchObject({ survival: 1.04, missing: 0 });
});

test.each([
  [60, 'clear'],
  [45, 'good'],
  [30, 'good'],
  [20, 'good'],
  [12, 'thick'],
])('a disc that vanishes at %d cm is %s', (cm, is) => {
  expect(discSays(cm).is).toBe(is);
});

test.each<[number | null, FoodScore | null, 'good' | 'off', RegExp]>([
  [30, 'many', 'good', /enough/],
  [60, 'swarms', 'good', /grazed/],
  [60, 'few', 'off', /^little natural food/],
  [30, 'none', 'off', /coloured, but few/],
  // Too thick is said whatever lives in it: it takes the oxygen of the night.
  [12, 'swarms', 'off', /too thick/],
  [null, 'few', 'off', /look again/],
  [null, 'many', 'good', /enough/],
  [60, null, 'off', /fertilise again/],
])('disc at %s cm and %s in the jar: %s', (cm, score, is, says) => {
  expect(naturalSays(cm, score)).toMatchObject({ is, says: expect.stringMatching(says) });
});
test('nobody looked, nothing is said', () => expect(naturalSays(null, null)).toBeNull());
