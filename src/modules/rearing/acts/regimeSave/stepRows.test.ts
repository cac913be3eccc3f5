import { rowsOfSteps, stepsOfRows } from './stepRows';

const steps = [
  { feed: 'rotifers', from: 3, to: 9, mealsPerDay: 4, perMl: 7.5 },
  { feed: 'brine shrimp', from: 6 },
];
const rows = rowsOfSteps(steps, (n) => String(n).replace('.', ','));

test('steps are typed in the reader’s mark and read back as they were; an empty line is none', () => {
  expect(rows[0]).toEqual({ feed: 'rotifers', from: '3', to: '9', mealsPerDay: '4', perMl: '7,5' });
  const blank = { feed: '', from: ' ', to: '', mealsPerDay: '', perMl: '' };
  expect(stepsOfRows([rows[0]!, blank, rows[1]!], 'days', 'de-DE')).toEqual({ steps, errors: {} });
});

test('what is wrong is said at its field, of the line as it stands on the screen', () => {
  const wrong = (over: Record<string, string>, i = 1) =>
    stepsOfRows(
      rows.map((r, k) => (k === i ? { ...r, ...over } : r)),
      'days',
      'de-DE',
    ).errors;
  expect(wrong({ from: '' })).toEqual({ '1.from': 'from when?' });
  expect(wrong({ feed: ' ' })).toEqual({ '1.feed': 'which feed?' });
  expect(wrong({ from: 'six' })['1.from']).toBeTruthy();
  expect(wrong({ perMl: '0' })).toEqual({ '1.perMl': 'must be above 0' });
  expect(wrong({ from: '12' })['1.from']).toMatch(/leaves them without food from day 9 to 12/);
  const blank = { feed: '', from: '', to: '', mealsPerDay: '', perMl: '' };
  const gap = stepsOfRows([rows[0]!, blank, { ...rows[1]!, from: '12' }], 'days', 'de-DE').errors;
  expect(Object.keys(gap)).toEqual(['2.from']);
  expect(wrong({ to: '2' }, 0)['0.to']).toMatch(/after it begins/);
});
