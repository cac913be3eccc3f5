import { unionisedFraction } from './ammonia';
import { asNitrogen, handKindIds, handKinds, hasScale } from './handKinds';
import { judgeWater, type WaterAbout } from './judged';

const about: WaterAbout = { oxygen: { low: 6 }, pH: { low: 6.5, high: 8.5 }, celsius: 14 };
const one = (kind: (typeof handKindIds)[number], value: number, more: Partial<WaterAbout> = {}) =>
  judgeWater([{ kind, value }], { ...about, ...more })[0]!;

test('a kit by the ion and one by nitrogen say the same of the same water', () => {
  // Molar masses: 18.038, 46.006 and 62.005 over 14.007.
  expect(asNitrogen('ammonia', 1.2878, 'ion')).toBeCloseTo(1, 3);
  expect(asNitrogen('nitrite', 3.2845, 'ion')).toBeCloseTo(1, 3);
  expect(asNitrogen('nitrate', 4.4268, 'ion')).toBeCloseTo(1, 3);
  expect(asNitrogen('nitrite', 0.3, 'N')).toBe(0.3);
  expect(asNitrogen('oxygen', 8, 'ion')).toBe(8);
  expect(handKindIds.filter(hasScale)).toEqual(['ammonia', 'nitrite', 'nitrate']);
  for (const k of handKindIds) expect(handKinds[k].odd).toBeLessThanOrEqual(handKinds[k].high);
});

test('oxygen below what they bear is off, with what to do; how full the water is stands beside it', () => {
  expect(one('oxygen', 5.9)).toMatchObject({ is: 'off', todo: expect.stringMatching(/more water or air now/) });
  expect(one('oxygen', 6)).toMatchObject({ is: 'good', says: 'oxygen 6.0 mg/L, 58 % of what it can hold' });
  expect(one('oxygen', 6, { celsius: null }).says).toBe('oxygen 6.0 mg/L');
  // Of animals of which nothing is known nothing is said to be good.
  expect(one('oxygen', 6, { oxygen: undefined }).is).toBe('unknown');
});

test('of ammonia the un-ionised part counts: it needs pH and temperature, of the same strip or read before', () => {
  expect(one('ammonia', 2)).toMatchObject({ is: 'unknown', todo: expect.stringMatching(/pH and temperature/) });
  expect(one('ammonia', 2, { lastPH: 7, celsius: null }).is).toBe('unknown');
  expect(one('ammonia', 2, { lastPH: 6.8 })).toMatchObject({ is: 'good' });
  const [ammonia] = judgeWater(
    [
      { kind: 'ammonia', value: 2 },
      { kind: 'pH', value: 8 },
    ],
    // What is read now stands before what was read then.
    { ...about, lastPH: 6 },
  );
  expect(ammonia).toMatchObject({ is: 'off' });
  expect(ammonia!.says).toContain((2 * unionisedFraction(14, 8)).toFixed(4));
});

test('pH on either side, nitrite, carbon dioxide, alkalinity, chlorine; what has no limit is neither good nor bad', () => {
  expect([one('pH', 6.4).is, one('pH', 7).is, one('pH', 8.6).is]).toEqual(['off', 'good', 'off']);
  expect(one('pH', 6.4).todo).toMatch(/never onto fry/);
  expect([one('nitrite', 0.2).is, one('nitrite', 0.21).is]).toEqual(['good', 'off']);
  expect([one('carbonDioxide', 15).is, one('carbonDioxide', 30).is]).toEqual(['good', 'off']);
  expect([one('alkalinity', 120).is, one('alkalinity', 20).is]).toEqual(['good', 'off']);
  expect(one('chlorine', 0.05).todo).toMatch(/neutralise at once/);
  expect([one('turbidity', 4).is, one('salinity', 4).is]).toEqual(['unknown', 'unknown']);
});

test('light: too bright for eggs and sac fry is covered; of others nothing is said', () => {
  expect(one('light', 240, { light: { high: 100 } })).toMatchObject({
    is: 'off',
    todo: expect.stringMatching(/cloth/),
  });
  expect(one('light', 40, { light: { high: 100 } }).is).toBe('good');
  expect(one('light', 5, { light: { low: 30 } }).todo).toMatch(/lamps on/);
  expect(one('light', 240).is).toBe('unknown');
});
