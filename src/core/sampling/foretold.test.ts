import { batchesFor, running, withOneMore } from './foretold';

test('batches for a half-width, by the tables of t: 4 % of scatter to within 5 % wants five, to within 2 % eighteen', () => {
  // t(4) = 2.776 · 0.04 / √5 = 4.97 %; t(3) = 3.182 · 0.04 / 2 = 6.4 %.
  expect(batchesFor(0.04, 0.05)).toBe(5);
  // t(17) = 2.110 · 0.04 / √18 = 1.99 %; t(16) = 2.120 · 0.04 / √17 = 2.06 %.
  expect(batchesFor(0.04, 0.02)).toBe(18);
  expect(batchesFor(0.5, 0.01)).toBeNull();
});

test('the mean as it settles, and what one more batch is likely to buy', () => {
  const batches = [10, 11, 9, 10].map((massG) => ({ massG, count: 10 }));
  const r = running(batches);
  expect(r.map((x) => Number(x.meanG.toFixed(4)))).toEqual([1, 1.05, 1, 1]);
  expect(r[0]!.half).toBeNull();
  const now = r[3]!.half! / r[3]!.meanG;
  const next = withOneMore(batches)!;
  // t(4)/√5 against t(3)/√4 of the same scatter.
  expect(next / now).toBeCloseTo(2.776445 / Math.sqrt(5) / (3.182446 / Math.sqrt(4)), 6);
  expect(withOneMore(batches.slice(0, 2))).toBeNull();
});
