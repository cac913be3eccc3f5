import { leftDry, lineBetween } from './lines';
import type { Work } from './works';

const work = (id: number, kind: Work['kind'], from: number[] = [], rooms: number[] = []): Work => ({
  id,
  name: `W${id}`,
  kind,
  from,
  rooms,
  breaker: null,
  watts: null,
  amperes: null,
});
const works = [
  work(1, 'source'),
  work(2, 'head', [1], [10]),
  work(3, 'blower', [], [10]),
  work(4, 'outflow', [], [10]),
  work(5, 'breaker'),
];

test.each([
  ['a work to the next', { work: 1 }, { work: 2 }, { holder: 2, as: 'from', other: 1, there: true }],
  ['back from it', { work: 2 }, { work: 1 }, { holder: 1, as: 'from', other: 2, there: false }],
  ['a work to a room', { work: 2 }, { room: 11 }, { holder: 2, as: 'rooms', other: 11, there: false }],
  ['a room to the outflow', { room: 10 }, { work: 4 }, { holder: 4, as: 'rooms', other: 10, there: true }],
  [
    'an outflow to a room is the same line',
    { work: 4 },
    { room: 10 },
    { holder: 4, as: 'rooms', other: 10, there: true },
  ],
  ['a room to a head box', { room: 10 }, { work: 2 }, null],
  ['a room to a room', { room: 10 }, { room: 11 }, null],
  ['a work to itself', { work: 2 }, { work: 2 }, null],
  ['an electric circuit', { work: 5 }, { work: 2 }, null],
  ['a work that is gone', { work: 9 }, { work: 2 }, null],
] as const)('%s', (_, from, to, line) => {
  expect(lineBetween(works, from, to)).toEqual(line);
});

test('a room is left dry by its last work that gives water: air is none, an outflow takes', () => {
  const line = (from: Parameters<typeof lineBetween>[1], to: Parameters<typeof lineBetween>[2]) =>
    lineBetween(works, from, to)!;
  expect(leftDry(works, line({ work: 2 }, { room: 10 }))).toBe(true);
  expect(leftDry([...works, work(6, 'tower', [1], [10])], line({ work: 2 }, { room: 10 }))).toBe(false);
  expect(leftDry(works, line({ work: 1 }, { work: 2 }))).toBe(true);
  expect(
    leftDry(
      [...works.slice(1), work(1, 'source'), { ...work(2, 'head', [1, 7], [10]) }].slice(1),
      line({ work: 1 }, { work: 2 }),
    ),
  ).toBe(false);
  expect(leftDry(works, line({ room: 10 }, { work: 4 }))).toBe(false);
});
