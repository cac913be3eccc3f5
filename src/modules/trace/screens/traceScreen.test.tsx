import { screen, within } from '@testing-library/react';
import { choose } from '../../../../tests/support/choose';
import { went } from '../../../../tests/support/navigation';
import { NOW, show } from '../../../../tests/support/screen';
import type { Met, Traced, WentOut } from '../views/trace';
import { TraceScreen } from './TraceScreen';

const DAY = 86_400_000;
const out = (over: Partial<WentOut> = {}): WentOut => ({
  entryId: 'e1',
  at: NOW - 5 * DAY,
  what: 'released',
  to: 'Lake Tessel',
  lot: 'AC-29-07 S',
  lotId: 7,
  unit: 'R4',
  number: 21_600,
  ...over,
});
const met = (over: Partial<Met> = {}): Met => ({
  parents: [],
  origins: [],
  feeds: [],
  treatments: [],
  parentTreatments: [],
  tanks: [],
  people: [],
  ...over,
});
const traced = (over: Partial<Traced> = {}): Traced => ({
  title: 'Crumble 0.4, lot K-31',
  says: 'fed from 2 Mar on',
  forward: { out: [out()], stands: [] },
  back: null,
  ...over,
});
const choices = [{ value: 'feedLot:3', label: 'Crumble 0.4, lot K-31' }];
const draw = (of: Traced | null, chosen = 'feedLot:3') =>
  show(<TraceScreen chosen={chosen} choices={choices} of={of} />);
const forward = () => screen.getByRole('region', { name: 'Where it went' });
const back = () => screen.getByRole('region', { name: 'What it met' });

test('what went to people and waters is told load by load, what died in sums; as a file, too', () => {
  draw(
    traced({
      forward: {
        out: [
          out(),
          out({ entryId: 'e2', what: 'sold', to: 'A. Weir', number: 500 }),
          out({ entryId: 'e3', what: 'dead', to: '', number: 30 }),
          out({ entryId: 'e4', what: 'dead', to: '', number: 12 }),
        ],
        stands: [
          {
            unit: 'R9',
            unitId: 9,
            lot: 'AC-29-07 S',
            lotId: 7,
            species: 'Arctic char',
            stage: 'fingerlings',
            number: 18_000.4,
            since: Number.NEGATIVE_INFINITY,
          },
        ],
      },
    }),
  );
  expect(forward().textContent).toContain('22\u2005100 went out in 2 loads; 42 died.');
  expect([...document.querySelectorAll('[data-out]')].map((r) => r.getAttribute('data-out'))).toEqual([
    'released',
    'sold',
  ]);
  expect(screen.getByTestId('alive').textContent).toBe('18\u2005000');
  expect(document.querySelector('[data-stands="R9"]')!.textContent).toContain('always');
  expect(screen.getByRole('link', { name: 'CSV' }).getAttribute('href')).toBe(
    '/export?what=trace&of=feedLot%3A3&as=csv',
  );
});

test('an escape without a place is named by what it was; each load is traced on from its number', () => {
  draw(traced({ forward: { out: [out({ what: 'escaped', to: '', number: 90 })], stands: [] } }));
  const row = document.querySelector('[data-out="escaped"]') as HTMLElement;
  expect(within(row).getByText('escaped')).toBeTruthy();
  expect(within(row).getByRole('link', { name: '90' }).getAttribute('href')).toBe('/trace?of=entry:e1');
  expect(forward().textContent).toContain('90 went out in 1 load.');
});

test('nothing on record says so, line by line; long lists are cut and say by how many', () => {
  const { unmount } = draw(traced({ forward: null, back: met() }));
  for (const says of ['not known here', 'nothing on record', 'none on record'])
    expect(back().textContent).toContain(says);
  unmount();
  draw(
    traced({
      forward: null,
      back: met({
        parents: Array.from({ length: 43 }, (_, i) => ({ female: `F${i}`, femaleId: i, males: 'M1', lot: 'L' })),
        feeds: [
          {
            feedLotId: 3,
            lot: 'K-31',
            product: 'Crumble 0.4',
            from: NOW - 20 * DAY,
            to: NOW - DAY,
            tanks: ['R1', 'R2', 'R3', 'R4', 'R5', 'R6', 'R7', 'R8'],
          },
        ],
        people: [{ name: 'Hand', entries: 1204 }],
      }),
    }),
  );
  expect(back().textContent).toContain('and 3 more');
  expect(back().textContent).toContain('25 Mar to 13 Apr, R1, R2, R3, R4, R5, R6 and 2 more');
  expect(back().textContent).toContain('Hand (1\u2005204)');
});

test('what is not there is said; another thing to trace is one choice away', async () => {
  draw(null, 'feedLot:99');
  expect(screen.getByText('There is no such thing here.')).toBeTruthy();
  expect(screen.queryByRole('link', { name: 'CSV' })).toBeNull();
});

test('a choice opens its trace', async () => {
  const { user } = draw(null, '');
  await choose(user, screen.getByLabelText('Of what'), 'feedLot:3');
  expect(went.to.at(-1)).toBe('/trace?of=feedLot%3A3');
});
