import { Chance } from '../chance';
import { compareRegimes, type RegimeSeen } from './regimesCompared';

const seen = (over: Partial<RegimeSeen> = {}): RegimeSeen => ({
  dead: [100, 100, 100],
  stood: 10_000,
  standsCv: 0,
  mean: { g: 0.004, sd: 0.0001 },
  ...over,
});

test('worked by hand: half as many of as many died, even counts scatter no more than chance', () => {
  const c = compareRegimes(seen({ dead: [50, 50, 50] }), seen());
  // sd = √(1/150 + 1/300) = 0.1; t of four degrees 2.776445.
  expect(c.deaths!.at).toBeCloseTo(0.5, 9);
  expect(c.deaths!.low).toBeCloseTo(0.5 * Math.exp(-0.2776445), 6);
  expect(c.deaths!.high).toBeCloseTo(0.5 * Math.exp(0.2776445), 6);
  expect(c.mass).toMatchObject({ at: 1 });
  expect(c.mass!.high).toBeCloseTo(Math.exp(1.959964 * Math.hypot(0.025, 0.025)), 6);
});

test('waves of dead, and a number that nobody counted, widen it', () => {
  const even = compareRegimes(seen(), seen()).deaths!;
  const waves = compareRegimes(seen({ dead: [20, 250, 30] }), seen()).deaths!;
  const guessed = compareRegimes(seen({ standsCv: 0.1 }), seen()).deaths!;
  expect(waves.high / waves.low).toBeGreaterThan(even.high / even.low);
  expect(guessed.high / guessed.low).toBeGreaterThan(even.high / even.low);
});

test('what cannot be told is not told', () => {
  expect(compareRegimes(seen({ dead: [3, 4] }), seen()).deaths).toBeNull();
  expect(compareRegimes(seen({ dead: [0, 0, 0] }), seen()).deaths).toBeNull();
  expect(compareRegimes(seen({ mean: null }), seen()).mass).toBeNull();
});

test('the interval holds the true ratio in 93 to 98 of a hundred, where dead come in waves', () => {
  const chance = new Chance(4711);
  /** A count with four times the scatter of chance: a wave of so many around the mean, each dying by itself. */
  const count = (mean: number) => {
    const rate = Math.max(1, mean + chance.normal(0, 1) * Math.sqrt(3 * mean));
    return Math.max(0, Math.round(rate + chance.normal(0, 1) * Math.sqrt(rate)));
  };
  const rounds = 4000;
  let held = 0;
  for (let k = 0; k < rounds; k++) {
    const tank = (mean: number) => seen({ dead: Array.from({ length: 7 }, () => count(mean)) });
    const { deaths } = compareRegimes(tank(60), tank(40));
    if (deaths!.low <= 1.5 && 1.5 <= deaths!.high) held += 1;
  }
  expect(held / rounds).toBeGreaterThan(0.93);
  expect(held / rounds).toBeLessThan(0.98);
});
