import { judgeWater, type WaterAbout } from './judged';
import { bicarbonateFor, exchangeSays, exchangeTo } from './remedy';

test('half the concentration: half of the water at once, or the flow of ln 2 turnovers', () => {
  const e = exchangeTo(0.4, 0.2, 30);
  expect(e.share).toBeCloseTo(0.5, 12);
  expect(e.minutes).toBeCloseTo(30 * Math.LN2, 12);
  // The same by small steps of a mixed tank.
  let [c, t] = [0.4, 0];
  for (; c > 0.2; t += 0.001) c -= (0.001 * c) / 30;
  expect(t).toBeCloseTo(e.minutes!, 1);
  expect(exchangeTo(0.4, 0.2, null).minutes).toBeNull();
});

test('in words: never less than a per cent, in steps above a half, hours where it takes long', () => {
  expect(exchangeSays(0.2001, 0.2, 30)).toBe('exchange 1 %, or its own flow for 1 min');
  expect(exchangeSays(0.8, 0.2, 30)).toBe('exchange 75 % in steps, or its own flow for 42 min');
  expect(exchangeSays(0.8, 0.2, 300)).toBe('exchange 75 % in steps, or its own flow for 7 h');
  expect(exchangeSays(0.3, 0.2, null)).toBe('exchange 34 %');
});

test('bicarbonate by its molar mass; nothing where there is enough', () => {
  expect(bicarbonateFor(40, 100)).toBeCloseTo(100.72, 1);
  expect(bicarbonateFor(120, 100)).toBe(0);
});

test('what is off says how much of it to exchange, by the turnover of that tank', () => {
  const about: WaterAbout = { celsius: 14, lastPH: 8, turnoverMinutes: 30 };
  const todo = (kind: 'nitrite' | 'ammonia' | 'alkalinity' | 'nitrate', value: number) =>
    judgeWater([{ kind, value }], about)[0]!.todo;
  expect(todo('nitrite', 0.4)).toMatch(/exchange 50 %, or its own flow for 21 min/);
  expect(todo('nitrate', 1000)).toMatch(/exchange \d+ % in steps/);
  expect(todo('ammonia', 3)).toMatch(/exchange \d+ %.* of no higher pH/);
  expect(todo('alkalinity', 20)).toMatch(/\d+ mg of sodium bicarbonate a litre into the reserve, over a day/);
});
