import { causesOf, judgedSays, verdictSays } from './verdicts';

const round = { day: 1, at: 0, picked: 58, expected: 14, low: 9, high: 22, days: 1 };

test('a called round says what was found, what was expected, and whether it is the unit or the lot', () => {
  expect(verdictSays({ ...round, verdict: 'unit' })).toBe(
    '58 dead, 9 to 22 expected: only here; other units of the lot are as usual',
  );
  expect(verdictSays({ ...round, verdict: 'lot' })).toMatch(/in all units of the lot/);
  expect(verdictSays({ ...round, picked: 1, verdict: 'low' })).toMatch(/only 1 dead where 9 to 22 are due/);
  expect(verdictSays({ ...round, verdict: null })).toBeNull();
});

test('causes stand in the order in which to look: a jar’s rolling first, a lot’s water first', () => {
  expect(causesOf({ verdict: 'unit' }, 'jar')[0]).toMatch(/rolling/);
  expect(causesOf({ verdict: 'unit' }, 'tray')[0]).toMatch(/flow over the eggs/);
  expect(causesOf({ verdict: 'lot' }, 'jar')[0]).toMatch(/water/);
  expect(causesOf({ verdict: 'low' }, 'tray').join()).toMatch(/put the pick right/);
  expect(causesOf({ verdict: null }, 'tray')).toEqual([]);
});

test('the answer to a pick adds what was expected only where it does not fit', () => {
  expect(judgedSays({ low: 9, high: 22, off: 'high' })).toBe(' 9 to 22 were expected: look again before you go on.');
  expect(judgedSays({ low: 9, high: 22, off: 'low' })).toMatch(/were due/);
  expect(judgedSays({ low: 9, high: 22, off: null })).toBe('');
  expect(judgedSays(undefined)).toBe('');
});
