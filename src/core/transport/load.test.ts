import { run } from '../calculation';
import { oxygenSaturation } from '../water/oxygen';
import { oxygenOfGas } from './bag';
import { calculation, loadingOf } from './load';

const base = {
  massG: 20,
  celsius: 12,
  hours: 4,
  useMgPerKgHour: 250,
  startMgPerL: 10,
  leastMgPerL: 6,
  mostCarbonDioxideMgPerL: 1000,
  mostTanMgPerL: 1000,
  tanMgPerKgHour: 10,
};

test('without oxygen let in, what the water holds above the least lasts them the hours', () => {
  const o = run(calculation, { ...base, tanks: [{ volumeL: 1000 }] });
  // 1 000 L · 4 mg over 250 mg a kilogram and hour in 4 h.
  expect(o).toMatchObject({ massKg: 4, number: 200, limit: 'oxygen' });
  expect(o.oxygenL).toBeCloseTo(0, 9);
});

test('oxygen that is let in carries by the share of it that dissolves', () => {
  const o = run(calculation, { ...base, tanks: [{ volumeL: 1000, oxygenLPerMin: 5 }], dissolves: 0.1 });
  expect(o.massKg).toBeCloseTo(4 + (5 * 60 * oxygenOfGas(12) * 0.1) / 250, 9);
  // What they use beyond the water's own is what flows in, of which a tenth dissolves.
  expect(o.oxygenL).toBeCloseTo(5 * 60 * 4, 6);
});

test('carbon dioxide gathers mol for mol of the oxygen, less what agitators drive out', () => {
  const closed = run(calculation, {
    ...base,
    mostCarbonDioxideMgPerL: 40,
    tanks: [{ volumeL: 1000, oxygenLPerMin: 50 }],
  });
  expect(closed.limit).toBe('carbonDioxide');
  expect(closed.massKg).toBeCloseTo((40 * 1000) / (250 * (44.0095 / 31.9988) * 4), 9);
  const stirred = run(calculation, {
    ...base,
    mostCarbonDioxideMgPerL: 40,
    strippedPerHour: 2,
    tanks: [{ volumeL: 1000, oxygenLPerMin: 50 }],
  });
  expect(stirred.tanks[0]!.byLimit.carbonDioxide! / closed.massKg).toBeCloseTo((4 * 2) / (1 - Math.exp(-8)), 9);
});

test('ammonia, and the loading table, bind where they are the least; of several tanks each by its own', () => {
  const ammonia = run(calculation, { ...base, mostTanMgPerL: 0.1, tanks: [{ volumeL: 1000 }] });
  expect(ammonia).toMatchObject({ massKg: (0.1 * 1000) / 40, limit: 'ammonia' });
  const two = run(calculation, {
    ...base,
    loadKgPerL: 0.01,
    tanks: [
      { id: 'front', volumeL: 500 },
      { id: 'rear', volumeL: 2000, oxygenLPerMin: 20 },
    ],
    massKg: 30,
  });
  expect(two.tanks.map((t) => [t.id, t.limit, Number(t.massKg.toFixed(6))])).toEqual([
    ['front', 'oxygen', 2],
    ['rear', 'table', 20],
  ]);
  expect(two).toMatchObject({ massKg: 22, limit: 'table', fits: false });
  expect(two.warnings?.[0]).toContain('more than these tanks carry');
});

test('bottles are whole, and ice is what the warmth of the way brings', () => {
  const o = run(calculation, {
    ...base,
    tanks: [{ volumeL: 1000, oxygenLPerMin: 5 }],
    dissolves: 0.1,
    bottle: { waterL: 10, bar: 100 },
    airCelsius: 28,
    halfWayHours: 4,
  });
  expect(o.bottles).toBe(2);
  expect(o.arriveCelsius).toBeCloseTo(20, 9);
  // Ice melts and warms to 12 °C: 333.55 / 4.186 + 12 degrees of a kilogram of water.
  expect(o.iceKg).toBeCloseTo((1000 * 8) / (333.55 / 4.186 + 12), 6);
});

test('the loading rule goes with the length, and by a quarter for five and a half degrees', () => {
  expect(loadingOf(20, 18.33) / loadingOf(10, 18.33)).toBeCloseTo(2, 9);
  expect(loadingOf(10, 18.33 - 5.56) / loadingOf(10, 18.33)).toBeCloseTo(1.25, 9);
  expect(loadingOf(10, 40)).toBeGreaterThan(0);
});

test.each([
  [{ ...base, tanks: [] }],
  [{ ...base, tanks: [{ volumeL: 0 }] }],
  [{ ...base, hours: 0, tanks: [{ volumeL: 1000 }] }],
  [{ ...base, startMgPerL: 5, tanks: [{ volumeL: 1000 }] }],
  [{ ...base, airCelsius: 20, tanks: [{ volumeL: 1000 }] }],
  [{ ...base, lorry: 1, tanks: [{ volumeL: 1000 }] }],
])('what cannot be is refused', (input) => {
  expect(() => run(calculation, input as never)).toThrow();
});

test('what is not given is that of water in equilibrium and of such fish', () => {
  const o = run(calculation, { massG: 20, celsius: 12, hours: 1, tanks: [{ volumeL: 1000 }] });
  expect(o.tanks[0]!.byLimit.oxygen).toBeCloseTo((1000 * (oxygenSaturation(12) - 6)) / o.useMgPerKgHour, 6);
  expect(o.warnings?.[0]).toContain('no loading table');
});
