import { doubtfulTaps, tallied } from './tally';

const every = (ms: readonly number[], id = 'egg') => {
  let at = 0;
  return ms.map((d) => {
    at += d;
    return { id, at };
  });
};

test('counts by class', () => {
  expect(tallied([...every([1, 1]), ...every([1], 'half')])).toEqual({ egg: 2, half: 1 });
  expect(tallied([])).toEqual({});
});

test('a bounce of the finger and a long pause are pointed out, an even pace is not', () => {
  expect(doubtfulTaps(every([0, 500, 480, 520, 510, 490, 530]))).toEqual([]);
  expect(doubtfulTaps(every([0, 500, 480, 40, 520, 510, 490]))).toEqual([{ index: 3, why: 'double' }]);
  expect(doubtfulTaps(every([0, 500, 480, 520, 510, 9000, 490]))).toEqual([{ index: 5, why: 'pause' }]);
  // Of a few taps there is no pace yet.
  expect(doubtfulTaps(every([0, 500, 20]))).toEqual([]);
});

test('a pause that was meant is no doubt: the first tap after it stands, and the pace is that of the others', () => {
  const taps = every([0, 500, 480, 520, 510, 60_000, 490, 530]);
  expect(doubtfulTaps(taps)).toEqual([{ index: 5, why: 'pause' }]);
  expect(doubtfulTaps(taps.map((t, i) => (i === 5 ? { ...t, afterPause: true as const } : t)))).toEqual([]);
});
