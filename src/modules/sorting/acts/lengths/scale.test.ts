import { scaleAround } from './scale';

test('even steps from half to one and a half times, at most some three dozen, none of them nothing', () => {
  for (const about of [0.4, 1.1, 4, 27, 83, 160, 420]) {
    const s = scaleAround(about);
    expect(s.length).toBeLessThanOrEqual(38);
    expect(s.length).toBeGreaterThanOrEqual(8);
    expect(s[0]!).toBeGreaterThan(0);
    expect([s[0]! <= about * 0.55, s.at(-1)! >= about * 1.45]).toEqual([true, true]);
    const steps = s.slice(1).map((v, i) => Number((v - s[i]!).toFixed(4)));
    expect(new Set(steps).size).toBe(1);
  }
  expect(scaleAround(27).slice(0, 3)).toEqual([14, 15, 16]);
});
