import { fertilisedByDead } from './fertilisedByDead';

test('what is left of all that were there, with the doubt of the count carried', () => {
  // 7 000 of 100 000; n/(n+r) has the slope r/(n+r)² = 7e-7 an egg, times 1.96 · 1 500.
  const found = fertilisedByDead(93_000, 1500, 7000)!;
  expect(found.share).toBeCloseTo(0.93, 12);
  expect(found.half).toBeCloseTo(1.959964 * 1500 * 7e-7, 9);
});

test('its interval covers what a simulated count finds', () => {
  let seed = 7;
  const uniform = () => {
    seed = (seed * 16807) % 2147483647;
    return seed / 2147483647;
  };
  const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  let covered = 0;
  for (let i = 0; i < 4000; i++) {
    const counted = 40_000 + 3000 * normal();
    const { share, half } = fertilisedByDead(counted, 3000, 10_000)!;
    if (Math.abs(share - 0.8) <= half) covered += 1;
  }
  expect(covered / 4000).toBeGreaterThan(0.93);
  expect(covered / 4000).toBeLessThan(0.97);
});

test('nothing taken out, or nothing counted, says nothing', () => {
  expect(fertilisedByDead(1000, 10, 0)).toBeNull();
  expect(fertilisedByDead(0, 0, 10)).toBeNull();
});
