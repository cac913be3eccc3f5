import fc from 'fast-check';
import { type Flow, spreadBy } from './reach';

const from = (id: number, at = 0) => new Map([[id, at]]);
const flow = (a: number, b: number, at: number): Flow => ({ from: a, to: b, at });

test('what left before it was reached takes nothing along; what left at that instant does, in whatever order it is told', () => {
  expect([...spreadBy([flow(1, 2, 5), flow(2, 3, 4)], from(1))]).toEqual([
    [1, 0],
    [2, 5],
  ]);
  const chain = [flow(2, 3, 5), flow(1, 2, 5), flow(3, 4, 5)];
  expect([...spreadBy(chain, from(1)).keys()].sort()).toEqual([1, 2, 3, 4]);
  expect([...spreadBy([flow(1, 1, 9)], from(1))]).toEqual([[1, 0]]);
  // Before the instant at which it begins nothing of it goes anywhere.
  expect([...spreadBy([flow(1, 2, 5)], from(1, 6)).keys()]).toEqual([1]);
});

test('each is reached since the earliest instant, and the more flows there are the more is reached', () => {
  const flows = fc.array(fc.record({ from: fc.nat(7), to: fc.nat(7), at: fc.integer({ min: 0, max: 20 }) }), {
    maxLength: 30,
  });
  fc.assert(
    fc.property(flows, fc.nat(7), (list, id) => {
      const reached = spreadBy(list, from(id));
      for (const [to, since] of reached) {
        if (to === id) continue;
        // Some flow brought it there at that instant, from what was reached by then, and none did before.
        const brought = list.filter((f) => f.to === to && f.from !== to && (reached.get(f.from) ?? Infinity) <= f.at);
        expect(Math.min(...brought.map((f) => f.at))).toBe(since);
      }
      const fewer = spreadBy(list.slice(1), from(id));
      for (const to of fewer.keys()) expect(reached.has(to)).toBe(true);
    }),
  );
});
