import { type Apart, argued, whyApart } from './whyApart';

const apart = (more: Partial<Apart> = {}): Apart => ({
  count: { number: 9000, sd: 200 },
  books: { number: 10_000, sd: 150, drift: 0 },
  start: null,
  parts: [],
  ...more,
});
const ids = (a: Apart) => whyApart(a).map((w) => w.id);

test('nothing is argued where they agree; ten times as many is a digit', () => {
  expect(whyApart(apart({ count: { number: 10_000, sd: 1 } }))).toEqual([]);
  expect(whyApart(apart({ count: { number: 99_000, sd: 100 } }))[0]).toMatchObject({ id: 'digit' });
  expect(whyApart(apart({ count: { number: 1010, sd: 100 } }))[0]!.says).toMatch(/about 10 times fewer/);
  expect(ids(apart({ count: { number: 45_000, sd: 100 } }))).not.toContain('digit');
});

test('a difference of about one bucket is named as one: twice where there are more, left out where there are fewer', () => {
  const parts = [1600, 1500, 1550, 1450, 900];
  expect(whyApart(apart({ parts, count: { number: 11_500, sd: 100 } }))[0]).toMatchObject({ id: 'partTwice' });
  expect(whyApart(apart({ parts, count: { number: 8480, sd: 100 } }))[0]!.says).toMatch(
    /one bucket \(1\D500\): one was left out/,
  );
  expect(ids(apart({ parts, count: { number: 9700, sd: 100 } }))).toEqual([]);
  // All in one bucket: that it was written down twice is no part of it.
  expect(ids(apart({ parts: [9000], count: { number: 19_000, sd: 100 } }))).toEqual([]);
});

test('the start: by how much it would have to be wrong, beside how sure it was; one counted one by one is no reason', () => {
  const vague = whyApart(apart({ start: { number: 11_000, sd: 600, days: 40 } })).find((w) => w.id === 'start')!;
  // 1 000 of 10 000 now are 1 100 of the 11 000 then: 10 %, known to 10.7 %.
  expect(vague.says).toBe('the number of 40 days ago would have to be wrong by 10 %; it was sure to 11 %');
  expect(vague.far).toBeCloseTo((0.1 / ((1.959964 * 600) / 11_000)) * 1.959964, 3);
  const sure = apart({ start: { number: 11_000, sd: 0, days: 40 } });
  expect(whyApart(sure).find((w) => w.id === 'start')!.says).toMatch(/counted one by one/);
  // Without drift to go by some may have died unseen: said before it.
  expect(argued(whyApart(sure))).toMatch(/^What it would take: 0\.25 % more a day/);
  const more = apart({ start: { number: 8000, sd: 0, days: 40 }, count: { number: 12_500, sd: 10 } });
  expect(argued(whyApart(more))).toMatch(
    /^Nothing usual explains it alone: the number of 40 days ago .* one by one\.$/,
  );
});

test('unseen loss: more than is expected where they are fewer, less where they are more; what it cannot explain is said', () => {
  const start = { number: 11_000, sd: 100, days: 20 };
  const fewer = whyApart(apart({ start, books: { number: 10_000, sd: 150, drift: 500 } })).find(
    (w) => w.id === 'drift',
  )!;
  expect(fewer.says).toBe(
    '0.50 % more a day would have to have died, been eaten or got out unseen, 3.0 times what is expected',
  );
  expect(fewer.far).toBeCloseTo(Math.log2(3), 9);
  const less = (number: number) =>
    whyApart(apart({ start, count: { number, sd: 100 }, books: { number: 10_000, sd: 150, drift: 500 } })).find(
      (w) => w.id === 'lessDrift',
    )!;
  expect(less(10_400).says).toMatch(/fewer died unseen than the 500/);
  expect(less(11_200).says).toMatch(/700 are left over/);
  expect(less(11_200).far).toBeGreaterThan(less(10_400).far);
});

test('a sample of small ones makes too many: named where it weighs less than before, with the mean that would agree', () => {
  const small = whyApart(apart({ count: { number: 12_000, sd: 100 }, massG: { now: 1, before: 1.15 } }));
  expect(small[0]).toMatchObject({ id: 'mean' });
  expect(small[0]!.says).toMatch(/1\.20 g would agree/);
  expect(ids(apart({ count: { number: 12_000, sd: 100 }, massG: { now: 1.3, before: 1.15 } }))).toEqual([]);
  const large = whyApart(apart({ massG: { now: 1.3, before: 1.15 } }));
  expect(large[0]!.says).toMatch(/a mean of 1\.17 g instead of 1\.30 g/);
});

test('the likeliest stands first, three at most', () => {
  const all = apart({
    count: { number: 8500, sd: 100 },
    parts: [1500, 1480, 1510],
    start: { number: 11_000, sd: 500, days: 30 },
    books: { number: 10_000, sd: 150, drift: 300 },
    massG: { now: 1.3, before: 1.2 },
  });
  const why = whyApart(all);
  expect(why.map((w) => w.far)).toEqual([...why.map((w) => w.far)].sort((x, y) => x - y));
  expect(argued(why).split('; or ')).toHaveLength(3);
  expect(argued([])).toBe('');
});
