import { run } from '../calculation';
import { reconcile } from './reconcile';

const start = { id: 'start', count: { number: 1000, sd: 30 } };

test('two counts of one number with no loss between: the inverse-variance mean', () => {
  const r = run(reconcile, {
    points: [
      start,
      { id: 'end', from: [{ id: 'start' }], unseen: { expected: 0, sd: 1e-3 }, count: { number: 940, sd: 40 } },
    ],
  });
  expect(r.points[1]!.number).toBeCloseTo((1000 / 900 + 940 / 1600) / (1 / 900 + 1 / 1600), 3);
  expect(r.points[1]!.sd).toBeCloseTo(Math.sqrt(1 / (1 / 900 + 1 / 1600)), 3);
});

test('an open loss leaves the counts as they are and falls between them', () => {
  const r = run(reconcile, {
    points: [start, { id: 'end', from: [{ id: 'start' }], knownLoss: 100, count: { number: 700, sd: 10 } }],
  });
  expect(r.points.map((p) => Math.round(p.number))).toEqual([1000, 700]);
  expect(r.unexplained[0]!.loss).toBeCloseTo(200, 2);
  expect(r.unexplained[0]!.high - r.unexplained[0]!.loss).toBeCloseTo(1.96 * Math.hypot(30, 10), 0);
});

test('one wrong count in a line of four is the one named', () => {
  const step = (id: string, from: string, number: number) => ({
    id,
    from: [{ id: from }],
    knownLoss: 50,
    unseen: { expected: 10, sd: 10 },
    count: { number, sd: 20 },
  });
  const r = run(reconcile, { points: [start, step('b', 'start', 940), step('c', 'b', 700), step('d', 'c', 820)] });
  expect(r.worst!.id).toBe('c');
  expect(r.warnings![0]).toMatch(/at c does not fit/);
  expect(r.pValue).toBeLessThan(0.001);
});

test('a split: parts tied to the whole; an untied line is refused by name', () => {
  const parts = [
    { id: 'L', from: [{ id: 'start', share: 0.6 }], unseen: { expected: 0, sd: 1 } },
    { id: 'S', from: [{ id: 'start', share: 0.4 }], unseen: { expected: 0, sd: 1 } },
  ];
  const r = run(reconcile, { points: [start, ...parts] });
  expect(r.points.map((p) => Math.round(p.number))).toEqual([1000, 600, 400]);
  expect(() => run(reconcile, { points: [{ id: 'a' }] })).toThrow(/^points\[0\]: no count tells anything of a/);
  expect(() => run(reconcile, { points: [{ id: 'b', from: [{ id: 'a' }] }, start] })).toThrow(
    /a must be named before b/,
  );
});

test('a point between two counts of which nothing is said is untied, not known to a thousand million', () => {
  const points = [
    { id: 'a', count: { number: 1000, sd: 10 } },
    { id: 'b', from: [{ id: 'a' }] },
    { id: 'c', from: [{ id: 'b' }], count: { number: 900, sd: 10 } },
  ];
  expect(() => run(reconcile, { points })).toThrow(/^points\[1\]: no count tells anything of b/);
  const open = run(reconcile, { points: [points[0]!, { ...points[2]!, from: [{ id: 'a' }] }] });
  // Two numbers, two counts: nothing is left over to test.
  expect(open).toMatchObject({ chiSquare: 0, pValue: 1, unexplained: [{ id: 'c', loss: 100 }] });
});

test('more known losses than animals came are refused at the loss', () => {
  const points = [
    { id: 'a', count: { number: 100, sd: 3 } },
    { id: 'b', from: [{ id: 'a' }], knownLoss: 500, unseen: { expected: 0, sd: 5 } },
  ];
  expect(() => run(reconcile, { points })).toThrow(/^points\[1\]\.knownLoss: /);
});

test('an error with a line break in a name is one line', () => {
  const points = [
    { id: 'a\nb', count: { number: 1, sd: 1 } },
    { id: 'a\nb', count: { number: 1, sd: 1 } },
  ];
  expect(() => run(reconcile, { points })).toThrow('points[1].id: a b stands twice');
});
