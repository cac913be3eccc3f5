import { run } from '../calculation';
import { DAY_MS } from '../time/spans';
import { calculation as fill } from './fill';
import { limeFor, nutrientsOf, calculation as prepare } from './prepare';

const day = (iso: string) => Math.round((Date.parse(iso) - Date.parse('2031-04-01T00:00:00Z')) / DAY_MS);
const base = { areaM2: 10_000, start: '2031-04-01T00:00:00Z' };

test('lime by the pH of the mud, as much less of the stronger limes as they neutralise more', () => {
  expect(limeFor(5.2, 'loam', 'carbonate')).toBeCloseTo(0.358, 9);
  expect(limeFor(5.2, 'loam', 'carbonate') / limeFor(5.2, 'loam', 'quick')).toBeCloseTo(100.087 / 56.077, 9);
  expect(limeFor(7, 'clay', 'hydrated')).toBe(0);
  const o = run(prepare, { ...base, soilPH: 5.7, soil: 'sand', lime: 'carbonate' });
  expect(o.limeKg).toBeCloseTo(895, 6);
  expect(o.steps.find((s) => s.id === 'lime')!.amounts).toEqual([{ what: 'agricultural lime', kg: o.limeKg }]);
});

test('each step follows the one before; what the pond does not need is left out', () => {
  const o = run(prepare, base);
  expect(o.steps.map((s) => s.id)).toEqual(['drain', 'dry', 'repair', 'flush', 'fill', 'bloom', 'stock']);
  for (let i = 1; i < o.steps.length; i++) expect(o.steps[i]!.from).toBe(o.steps[i - 1]!.to);
  expect(day(o.ready)).toBe(30);
});

test('rain while it dries holds everything after it up; rain on other days does not', () => {
  const dry = run(prepare, base);
  const rainy = run(prepare, {
    ...base,
    rain: ['2031-04-05T00:00:00Z', '2031-04-06T12:00:00Z', '2031-04-25T00:00:00Z'],
  });
  expect(day(rainy.ready) - day(dry.ready)).toBe(2);
  expect(rainy.steps.find((s) => s.id === 'dry')!.rained).toBe(2);
  expect(rainy.warnings?.[0]).toContain('2 days');
});

test('counted back from stocking it is begun as late as it may, rain included', () => {
  const stock = '2031-05-20T00:00:00Z';
  const rain = ['2031-04-24T00:00:00Z'];
  const o = run(prepare, { areaM2: 500, stock, rain });
  expect(Date.parse(o.ready)).toBeLessThanOrEqual(Date.parse(stock));
  const later = run(prepare, { areaM2: 500, start: new Date(Date.parse(o.start) + DAY_MS).toISOString(), rain });
  expect(Date.parse(later.ready)).toBeGreaterThan(Date.parse(stock));
});

test('what kills is reckoned in the water that is left, and nothing is stocked before its time is over', () => {
  const o = run(prepare, {
    ...base,
    poison: { name: 'tea seed cake', mgPerL: 15, depthCm: 20, withholdDays: 12 },
    days: { bloom: 0, fill: 1 },
  });
  // 10 000 m² · 0.2 m · 15 g a cubic metre.
  expect(o.steps.find((s) => s.id === 'poison')!.amounts![0]!.kg).toBeCloseTo(30, 9);
  expect(Date.parse(o.ready)).toBeGreaterThanOrEqual(Date.parse(o.withheldUntil!));
});

test('fertilisers by their rate, and what they bring', () => {
  const fertilisers = [
    { name: 'compost', kgPerHa: 2000, nitrogenShare: 0.01 },
    { name: 'phosphate', kgPerHa: 50, phosphateShare: 0.2 },
  ];
  const o = run(prepare, { ...base, areaM2: 2500, fertilisers });
  expect(o.steps.find((s) => s.id === 'fertilise')!.amounts!.map((a) => a.kg)).toEqual([500, 12.5]);
  expect(nutrientsOf(fertilisers, 2500)).toEqual({ nitrogenKg: 5, phosphateKg: 2.5 });
});

test.each([
  [{ areaM2: 100 }],
  [{ ...base, stock: '2031-05-01T00:00:00Z' }],
  [{ ...base, lime: 'quick' }],
  [{ ...base, soilPH: 1 }],
  [{ ...base, lime: 'chalk', soilPH: 5 }],
  [{ ...base, days: { plough: 3 } }],
])('what cannot be is refused: %j', (input) => {
  expect(() => run(prepare, input as never)).toThrow();
});

test('a pond fills as fast as the water comes, no deeper than the step of that day', () => {
  // 600 L/min on 1 000 m²: 3.6 cm an hour, 86.4 cm a day.
  const free = run(fill, { areaM2: 1000, depthCm: 120, flowLPerMin: 600, start: '2031-05-01T00:00:00Z' });
  expect(free.days.map((d) => Number(d.depthCm.toFixed(1)))).toEqual([86.4, 120]);
  expect(free.m3).toBeCloseTo(1200, 6);
  const stepped = run(fill, {
    areaM2: 1000,
    depthCm: 120,
    flowLPerMin: 600,
    start: '2031-05-01T00:00:00Z',
    steps: [
      { day: 1, depthCm: 30 },
      { day: 3, depthCm: 120 },
    ],
  });
  expect(stepped.days.map((d) => Number(d.depthCm.toFixed(1)))).toEqual([30, 30, 116.4, 120]);
  expect(stepped.full).toBe('2031-05-05T00:00:00.000Z');
});

test('what seeps away is filled up again, and where it is more than comes it is never full', () => {
  const o = run(fill, {
    areaM2: 1000,
    depthCm: 50,
    flowLPerMin: 100,
    start: '2031-05-01T00:00:00Z',
    lossMmPerDay: 200,
  });
  expect(o.full).toBeNull();
  expect(o.warnings).toHaveLength(1);
});
