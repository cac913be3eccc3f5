import { screen } from '@testing-library/react';
import { compareGroups } from '@/core/sampling/shrinkage';
import { show } from '../../../../../tests/support/screen';
import type { Comparison } from '../../views/compare';
import { CompareScreen } from './CompareScreen';

const units = (rows: [string, number, number][]) =>
  rows.map(([group, successes, trials]) => ({ group, successes, trials }));
const view = (rows: [string, number, number][], over: Partial<Comparison> = {}): Comparison => {
  const list = units(rows);
  return {
    species: [
      { id: 'arctic-char', name: 'Arctic char' },
      { id: 'pike', name: 'Pike' },
    ],
    seasons: ['2031', '2030'],
    chosen: { species: 'arctic-char', season: 'all', outcome: 'eyed', by: 'female' },
    units: list,
    left: 0,
    result: new Set(list.map((u) => u.group)).size >= 2 ? compareGroups(list) : null,
    ...over,
  };
};
const verdict = () => screen.getByTestId('verdict').textContent;
const alike: [string, number, number][] = ['F1', 'F2', 'F3', 'F4', 'F5'].flatMap((f): [string, number, number][] => [
  [f, 180, 200],
  [f, 176, 200],
]);

test('one that stands out is named and said to lie below, with the mean it is held against', () => {
  show(<CompareScreen c={view([...alike, ['F9', 90, 200], ['F9', 84, 200]])} />);
  expect(verdict()).toMatch(/^F9 below the others\./);
  expect(verdict()).toMatch(/Eyed of eggs looked at, mean \d+ %, by female/);
  expect(screen.getByRole('img', { name: 'Shares of 6 groups with their intervals' })).toBeTruthy();
});

test('where none does it says so and no more', () => {
  show(<CompareScreen c={view(alike, { left: 3 })} />);
  expect(verdict()).toMatch(/^No female is shown to differ\./);
  expect(verdict()).toMatch(/3 units belong to no female alone/);
});

test('one unit each cannot be told from its group', () => {
  show(
    <CompareScreen
      c={view([
        ['F1', 180, 200],
        ['F2', 90, 200],
        ['F3', 170, 200],
      ])}
    />,
  );
  expect(verdict()).toMatch(/One unit each: what is of the female and what of the unit cannot be told/);
});

test('with nothing to compare it says what to do for it, by what was asked', () => {
  const { rerender } = show(<CompareScreen c={view([], { left: 4 })} />);
  expect(screen.getByText(/No unit has its share of eyed yet/)).toBeTruthy();
  expect(screen.getByText(/4 units hold eggs of several parents/)).toBeTruthy();
  rerender(
    <CompareScreen
      c={view([['A', 1, 2]], { chosen: { species: 'pike', season: 'all', outcome: 'hatched', by: 'lot' } })}
    />,
  );
  expect(screen.getByText(/There is one group only/)).toBeTruthy();
  expect(screen.getByText(/known of units that are through their hatch/)).toBeTruthy();
});

test('each choice is a link that keeps the others, another species begins at its newest season', () => {
  show(
    <CompareScreen
      c={view(alike, { chosen: { species: 'arctic-char', season: '2030', outcome: 'eyed', by: 'female' } })}
    />,
  );
  const to = (name: string) =>
    new URL(screen.getByRole('link', { name }).getAttribute('href')!, 'http://x').searchParams;
  expect(Object.fromEntries(to('hatched'))).toEqual({
    species: 'arctic-char',
    season: '2030',
    outcome: 'hatched',
    by: 'female',
  });
  expect(to('Pike').get('season')).toBeNull();
  expect(to('all seasons').get('season')).toBe('all');
  expect(to('Pike').get('species')).toBe('pike');
});
