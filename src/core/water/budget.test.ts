import { flowBudget } from './budget';
import type { Work } from './circuits/works';

const work = (id: number, kind: Work['kind'], more: object = {}) => ({
  id,
  name: `${kind} ${id}`,
  kind,
  from: [] as number[],
  rooms: [] as number[],
  breaker: null,
  watts: null,
  amperes: null,
  flowLPerMin: null,
  ...more,
});
const flow = new Map([
  [1, 300],
  [2, 500],
  [3, 40],
]);

test('a source is asked for the water of all rooms behind it, however far; each room once', () => {
  const works = [
    work(1, 'source', { flowLPerMin: 700 }),
    work(2, 'head', { from: [1], rooms: [1] }),
    work(3, 'filter', { from: [2], rooms: [1, 2] }),
    work(4, 'source', { rooms: [3] }),
  ];
  expect(flowBudget(works, flow)).toMatchObject([
    { name: 'source 1', givesLPerMin: 700, asksLPerMin: 800, rooms: [1, 2], shared: [] },
    { name: 'source 4', givesLPerMin: null, asksLPerMin: 40, shared: [] },
  ]);
});

test('a room of two sources is asked of both, and named; a circle ends; outflows and blowers ask for no water', () => {
  const works = [
    work(1, 'source'),
    work(5, 'source'),
    work(2, 'pump', { from: [1, 5, 3] }),
    work(3, 'biofilter', { from: [2], rooms: [2] }),
    work(4, 'outflow', { from: [3], rooms: [1] }),
    work(6, 'blower', { rooms: [3] }),
  ];
  const [a, b] = flowBudget(works, flow);
  expect([a!.asksLPerMin, b!.asksLPerMin]).toEqual([500, 500]);
  expect(a!.shared).toEqual([2]);
  expect(flowBudget([], flow)).toEqual([]);
});
