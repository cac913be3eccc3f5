import { frozen } from './frozen';

test('what is kept cannot be changed by who is given it, however deep', () => {
  const round = frozen({
    holdings: [
      { unit: 'R7', due: [{ says: 'feed' }] },
      { unit: 'R9', due: [] },
    ],
    seen: new Map([['R7', 1]]),
    none: null,
  });
  expect(() => round.holdings.reverse()).toThrow(TypeError);
  expect(() => {
    round.holdings[0]!.due[0]!.says = 'nothing';
  }).toThrow(TypeError);
  expect(() => round.holdings[0]!.due.push({ says: 'more' })).toThrow(TypeError);
  expect(round.seen.set('R8', 2).size).toBe(2);
  expect(round.holdings.map((h) => h.unit)).toEqual(['R7', 'R9']);
});
