import { run } from '../calculation';
import { Chance } from '../chance';
import { thresholds } from '../thresholds';
import { calculation as biofilter, nitrifyingAt } from './biofilter';
import { conditioning, calculation as course, courseOf } from './conditioning';

test('a biofilter bears what its surface turns over at its warmth, and no more feed than becomes that', () => {
  const at20 = run(biofilter, { surfaceM2: 100, celsius: 20, feedGPerDay: 500, proteinShare: 0.45, gTanPerM2Day: 0.3 });
  // 100 m² of 0.3 g; feed of 45 % protein becomes 0.092 of its protein as ammonia nitrogen.
  expect(at20).toMatchObject({ capacityGPerDay: 30, loadGPerDay: 500 * 0.45 * 0.092 });
  expect(at20.feedMostGPerDay).toBeCloseTo(30 / (0.45 * 0.092), 9);
  const at10 = run(biofilter, { surfaceM2: 100, celsius: 10, feedGPerDay: 500, proteinShare: 0.45, gTanPerM2Day: 0.3 });
  expect(at10.capacityGPerDay).toBeCloseTo(30 / 1.07 ** 10, 9);
  expect(at10.warnings?.[0]).toContain('more ammonia is made');
});

test('ammonia rises and falls before nitrite does; warmer and seeded filters carry sooner', () => {
  const c = conditioning(3, 22);
  const peak = (kind: 'ammonia' | 'nitrite') => c.curve.reduce((a, b) => (b[kind] > a[kind] ? b : a)).day;
  expect(peak('ammonia')).toBeLessThan(peak('nitrite'));
  expect(peak('nitrite')).toBeLessThan(c.carriesDay!);
  expect(conditioning(3, 27).carriesDay!).toBeLessThan(c.carriesDay!);
  expect(conditioning(3, 22, [], true).carriesDay!).toBeLessThan(c.carriesDay!);
  expect(conditioning(3, 8).carriesDay ?? 999).toBeGreaterThan(c.carriesDay!);
});

test('nothing is made or lost: what was given is ammonia, nitrite, or turned over', () => {
  const c = conditioning(2, 25);
  for (const d of c.curve) {
    expect(d.ammonia).toBeGreaterThanOrEqual(0);
    // Filled up to a dose each morning: never more ammonia than that, nor more in all than was given so far.
    expect(d.ammonia).toBeLessThanOrEqual(2 + 1e-9);
    expect(d.ammonia + d.nitrite).toBeLessThanOrEqual(2 * (d.day + 1) + 1e-9);
  }
});

test('readings bend the course: a slow filter is told later, its doubt shrinks', () => {
  const before = conditioning(3, 22);
  // Hardly anything was turned over by day 24.
  const slow = [6, 12, 18, 24].map((day) => ({ day, ammonia: 2.9, nitrite: 0.1 }));
  const after = conditioning(3, 22, slow);
  expect(after.carriesDay!).toBeGreaterThan(before.carriesDay!);
  const width = (c: typeof before) => (c.high ?? 120) - c.low!;
  const told = before.curve.filter((d) => d.day % 3 === 0 && d.day > 0 && d.day < before.carriesDay! + 6);
  const followed = conditioning(3, 22, told);
  expect(width(followed)).toBeLessThan(0.6 * width(before));
  expect(Math.abs(followed.carriesDay! - before.carriesDay!)).toBeLessThan(8);
});

test('of simulated filters, read every fourth day by a kit that errs, nine in ten carry within the interval', () => {
  const random = new Chance(5);
  const warm = nitrifyingAt(24);
  const growth = (rate: number) => ({
    start: thresholds.nitrifierStart.value * 10 ** (0.7 * random.normal()),
    rate: rate * warm * 2 ** (0.3 * random.normal()),
  });
  let within = 0;
  const N = 40;
  for (let i = 0; i < N; i++) {
    const truth = courseOf(
      3,
      growth(thresholds.ammoniaOxidiserGrowth.value),
      growth(thresholds.nitriteOxidiserGrowth.value),
    );
    const kit = (v: number) => Math.max(0, v * (1 + 0.15 * random.normal()) + 0.1 * random.normal());
    const read = truth.curve
      .filter((d) => d.day > 0 && d.day % 4 === 0 && d.day <= 20)
      .map((d) => ({ day: d.day, ammonia: kit(d.ammonia), nitrite: kit(d.nitrite) }));
    const told = conditioning(3, 24, read);
    const day = truth.carriesDay ?? 999;
    if (day >= (told.low ?? 999) && day <= (told.high ?? 999)) within += 1;
  }
  expect(within / N).toBeGreaterThanOrEqual(0.9);
});

test('the day to begin is reckoned back from the day of stocking by the late end of its doubt', () => {
  const stock = '2031-06-01T00:00:00.000Z';
  const o = run(course, { doseMgPerL: 3, celsius: 24, stock });
  expect(Date.parse(stock) - Date.parse(o.startBy!)).toBeCloseTo(o.high! * 86_400_000, 0);
});

test.each([
  [{ doseMgPerL: 0, celsius: 20 }],
  [{ doseMgPerL: 30, celsius: 20 }],
  [{ doseMgPerL: 3, celsius: 1 }],
  [{ doseMgPerL: 3, celsius: 20, readings: [{ day: -1, ammonia: 1 }] }],
  [{ doseMgPerL: 3, celsius: 20, media: 'sand' }],
])('what cannot be is refused: %j', (input) => {
  expect(() => run(course, input as never)).toThrow();
});
