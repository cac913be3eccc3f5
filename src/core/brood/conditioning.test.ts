import { conditioning, deviation, dietOn, plannedOn, timeIn } from './conditioning';

const { steps } = conditioning.parse({
  from: 0,
  units: [1],
  steps: [
    { day: 0, lightHours: 16, celsius: 12, diet: 'dry' },
    { day: 30, lightHours: 10 },
    { day: 60, celsius: 6, diet: 'fish' },
  ],
});

test('between steps that set it a value moves straight; it holds after the last, and is none before the first', () => {
  expect(plannedOn(steps, 'lightHours', 15)).toBe(13);
  expect(plannedOn(steps, 'lightHours', 45)).toBe(10);
  // The step between says nothing of warmth: it does not bend the line.
  expect(plannedOn(steps, 'celsius', 30)).toBe(9);
  expect(plannedOn(steps, 'celsius', 200)).toBe(6);
  expect(plannedOn(steps.slice(1), 'celsius', 59)).toBeNull();
  expect([dietOn(steps, 59), dietOn(steps, 60)]).toEqual(['dry', 'fish']);
});

test('what was measured against what was asked for', () => {
  expect(
    deviation(steps, [
      { day: 0, mean: 13 },
      { day: 30, mean: 8 },
      { day: 60, mean: 9 },
    ]),
  ).toEqual({
    mean: 1,
    most: 3,
    onDay: 60,
    days: 3,
  });
  expect(deviation(steps.slice(1, 2), [{ day: 40, mean: 8 }])).toBeNull();
  expect(deviation(steps, [])).toBeNull();
});

test('time in the units counts stays up to the next move, within the span', () => {
  const stays = [
    { unit: 1, at: 10 },
    { unit: 2, at: 20 },
    { unit: 1, at: 50 },
  ];
  expect(timeIn(stays, [1], 0, 100)).toBe(60);
  expect(timeIn(stays, [1, 2], 0, 60)).toBe(50);
  expect(timeIn(stays, [3], 0, 100)).toBe(0);
  expect(timeIn([], [1], 0, 100)).toBe(0);
});

test('steps out of order, that set nothing, or an end before the beginning are refused', () => {
  const of = (p: object) =>
    conditioning.safeParse({ from: 10, units: [1], steps: [{ day: 0, celsius: 8 }], ...p }).success;
  expect(of({})).toBe(true);
  expect(
    of({
      steps: [
        { day: 5, celsius: 8 },
        { day: 5, celsius: 9 },
      ],
    }),
  ).toBe(false);
  expect(of({ steps: [{ day: 5 }] })).toBe(false);
  expect(of({ to: 5 })).toBe(false);
});
