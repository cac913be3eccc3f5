import { type DayEntry, dayState, eggsLeft, lastFound, nextBowl } from './dayState';

const entry = (id: string, kind: string, at: number, intent: object): DayEntry => ({
  id,
  kind,
  at,
  by: 'Culturist',
  note: '',
  intent,
});
const cross = (bowl: string, at: number, grams: number) =>
  entry(`x${bowl}`, 'cross', at, {
    bowl,
    females: [{ fish: 1, massG: grams }],
    males: [5],
    how: 'pooled',
    protocols: ['clay'],
  });

test('what was entered out of order stands in order; a bowl may be entered after its steps', () => {
  const s = dayState([
    entry('c2', 'ready', 30, { fish: 1, found: 'running' }),
    entry('c1', 'ready', 20, { fish: 1, found: 'notYet' }),
    entry('s1', 'step', 50, { bowl: 'A', protocol: 'clay', step: 'into', skipped: false, why: '' }),
    cross('A', 60, 100),
  ]);
  expect(s.fish.get(1)!.checks.map((c) => c.found)).toEqual(['notYet', 'running']);
  expect(lastFound(s.fish.get(1))).toBe('running');
  expect(s.bowls[0]!.stamps.clay).toMatchObject([{ step: 'into', at: 50 }]);
});

test('steps of a bowl that is gone count for nothing', () => {
  expect(dayState([entry('s1', 'step', 1, { bowl: 'A', protocol: 'clay', step: 'into' })]).bowls).toEqual([]);
});

test('eggs left are what was stripped in all parts, less what is in bowls', () => {
  const s = dayState([
    entry('a', 'strip', 1, { fish: 1, massG: 200 }),
    entry('b', 'strip', 5, { fish: 1, massG: 90 }),
    cross('A', 2, 150),
    cross('B', 6, 100),
  ]);
  expect(eggsLeft(s, 1)).toBe(40);
  expect(eggsLeft(s, 2)).toBe(0);
});

test('bowls are lettered, past Z with a number', () => {
  expect(nextBowl([])).toBe('A');
  expect(nextBowl([{ bowl: 'A' }, { bowl: 'C' }])).toBe('B');
  expect(nextBowl(Array.from({ length: 26 }, (_, i) => ({ bowl: String.fromCharCode(65 + i) })))).toBe('A2');
});
