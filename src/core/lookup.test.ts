import { trough } from './eggs/trough';
import { figuresIn, MOST_LINES, tableOf } from './lookup';

const input = { troughLengthMm: 304.8, counts: [70] };

test('a chart of eggs by a row in a trough: what the calculation says, line by line, both ends included', () => {
  const t = tableOf(trough, { input, over: 'counts[0]', from: 50, to: 90, lines: 5 });
  if ('error' in t) throw new Error(t.error);
  expect(t.rows.map((r) => r.at)).toEqual([50, 60, 70, 80, 90]);
  const at = (key: string, line: number) => t.rows[line]!.figures[t.keys.indexOf(key)];
  expect(at('diameterMm', 0)).toBeCloseTo(304.8 / 50, 9);
  expect(at('eggsPerL', 2)).toBeCloseTo(trough.compute(trough.input.parse(input)).eggsPerL, 9);
  // Eggs in a litre go with the third power of the count.
  expect(at('eggsPerL', 4)! / at('eggsPerL', 0)!).toBeCloseTo((90 / 50) ** 3, 9);
});

test('a value that is refused says why in its line; the others stand', () => {
  const t = tableOf(trough, { input, over: 'counts[0]', from: 0, to: 60, lines: 4 });
  if ('error' in t) throw new Error(t.error);
  expect(t.rows[0]).toMatchObject({ at: 0, why: 'must be above 0' });
  expect(t.rows[0]!.figures.every((f) => f === null)).toBe(true);
  expect(t.rows[1]!.figures[t.keys.indexOf('diameterMm')]).toBeCloseTo(304.8 / 20, 9);
});

test('what is asked wrong is told at its field', () => {
  const wrong = (more: object) => tableOf(trough, { input, over: 'counts[0]', from: 50, to: 90, lines: 5, ...more });
  expect(wrong({ over: 'counts[7]' })).toMatchObject({ path: 'over' });
  expect(wrong({ over: '__proto__' })).toMatchObject({ path: 'over' });
  expect(wrong({ over: 'counts' })).toMatchObject({ path: 'over' });
  expect(wrong({ lines: MOST_LINES + 1 })).toMatchObject({ path: 'lines' });
  expect(wrong({ lines: 2.5 })).toMatchObject({ path: 'lines' });
  expect(wrong({ from: null })).toMatchObject({ path: 'from' });
  expect(tableOf(trough, null)).toHaveProperty('error');
});

test('every figure of an input can be varied', () => {
  expect(figuresIn({ a: 1, b: [2, { c: 3 }], d: 'x', e: null })).toEqual(['a', 'b[0]', 'b[1].c']);
});
