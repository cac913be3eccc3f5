import { arrives, halfWayHours, iceFor, onTheWay } from './warming';

test('a cubic metre behind bare walls goes half of the way in a day, a bag in hours, either slower behind foam', () => {
  // ln 2 · 1000 kg · 4186 J/(kg·K) / (6 W/(m²·K) · 6 m²) = 80 600 s.
  expect(halfWayHours(1000, 6)).toBeCloseTo(22.39, 1);
  // A thousandth of the water, a hundredth of the walls: a tenth of the time.
  expect(halfWayHours(1, 6)).toBeCloseTo(halfWayHours(1000, 6) / 10, 9);
  expect(halfWayHours(10, 1)).toBeCloseTo(6 * halfWayHours(10, 6), 9);
});

test('half of the way in the half-way time, nothing in none, all of it in the end; it cools as it warms', () => {
  expect(arrives(8, 28, 22, 22)).toBe(18);
  expect(arrives(8, 28, 0, 22)).toBe(8);
  expect(arrives(8, 28, 2200, 22)).toBeCloseTo(28, 9);
  expect(arrives(18, -2, 22, 22)).toBe(8);
});

test('ice takes up what the water would warm by, and none is needed where it cools', () => {
  // Ten degrees of 100 L: 4.186 MJ; a kilogram of ice takes 333.55 kJ melting and 8 · 4.186 kJ to the water's warmth.
  expect(iceFor(100, 8, 18)).toBeCloseTo((100 * 10 * 4.186) / (333.55 + 8 * 4.186), 9);
  expect(iceFor(100, 8, 5)).toBe(0);
  const foam = onTheWay(8, 10, 25, 12, 'foam');
  const bare = onTheWay(8, 10, 25, 12, 'bare');
  expect(foam.celsiusThen).toBeLessThan(bare.celsiusThen);
  expect(foam.iceKg).toBeLessThan(bare.iceKg);
});
