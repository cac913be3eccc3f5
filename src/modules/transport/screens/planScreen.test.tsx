import { screen, within } from '@testing-library/react';
import { server, show } from '../../../../tests/support/screen';
import type { PlanLot, PlanSite, ReleasePlan } from '../views/plan';
import { PlanScreen } from './PlanScreen';

const lot = (over: Partial<PlanLot> = {}): PlanLot => ({
  id: 'R8 ST-29-01 L',
  unitId: 8,
  unit: 'R8',
  lotId: 1,
  lot: 'ST-29-01 L',
  species: 'sterlet',
  speciesName: 'Sterlet',
  stage: 'fingerling',
  number: 29_163,
  sd: 561,
  meanG: 2.58,
  barred: '',
  ...over,
});
const site = (over: Partial<PlanSite> = {}): PlanSite => ({
  id: 5,
  name: 'Lake Ivarre',
  water: 'lake',
  permit: 'on file',
  target: 95_000,
  done: 78_005,
  doneSd: 663,
  mostNumber: null,
  leastG: null,
  mostG: null,
  species: null,
  eastKm: null,
  northKm: null,
  points: [],
  ...over,
});
const plan = (over: Partial<ReleasePlan> = {}): ReleasePlan => ({
  lots: [lot()],
  sites: [site()],
  places: [],
  waters: [],
  asked: { lots: [{ id: 'R8 ST-29-01 L', number: 29_163 }], sites: [{ id: 'Lake Ivarre', target: 16_995 }] },
  ...over,
});
const heading = () => screen.getByRole('heading', { level: 1 }).parentElement!.textContent!;
const proposal = () => screen.findByRole('region', { name: 'Proposal' });

/** What the solver answers. */
const answers = (output: object) => {
  server.pages['/api/calc'] = { output };
};

test('what is wanted and what may go are told as far as they are known', () => {
  show(<PlanScreen of={plan()} />);
  expect(heading()).toContain('17\u2005000 are still wanted at 1 site; 29\u2005200 fingerlings may go');
  const row = within(screen.getByRole('region', { name: 'Sites' })).getByRole('row', { name: /Lake Ivarre/ });
  expect(row.textContent).toContain('78\u2005000±1\u2005300');
  expect(within(screen.getByRole('region', { name: 'Fingerlings' })).getByText('free')).toBeTruthy();
});

test('a proposal names what goes where and what binds, and is what a truck is loaded with', async () => {
  const { user } = show(<PlanScreen of={plan({ sites: [site({ mostNumber: 90_000 })] })} />);
  answers({
    shipments: [{ lot: 'R8 ST-29-01 L', site: 'Lake Ivarre', number: 11_995 }],
    unmet: [{ site: 'Lake Ivarre', number: 5000 }],
    left: [{ lot: 'R8 ST-29-01 L', number: 17_168 }],
    placed: 11_995,
    warnings: ['Lake Ivarre: the permit allows fewer than the target'],
  });
  await user.click(screen.getByRole('button', { name: 'Propose' }));
  const seen = await proposal();
  expect(server.asked).toMatchObject([{ id: 'release.allocate', input: { lots: [{ id: 'R8 ST-29-01 L' }] } }]);
  expect(seen.querySelector('[data-shipment]')!.textContent).toContain('12\u2005000');
  expect(seen.textContent).toContain('Not met: Lake Ivarre, 5\u2005000 (its permit).');
  await user.click(within(seen).getByRole('button', { name: 'Load a truck with these' }));
  expect(await screen.findByRole('dialog', { name: 'Plan a haul' })).toBeTruthy();
});

test.each([
  ['no lot is of its size, 3 g and more', { leastG: 3 }],
  ['no lot is of its species', { species: 'arctic-char' }],
  ['all that may go there are placed', {}],
])('why a target is not met: %s', async (why, more) => {
  const asked = plan().asked;
  const { user } = show(
    <PlanScreen
      of={plan({
        sites: [site(more)],
        asked: { ...asked, lots: [{ ...asked.lots[0]!, species: 'sterlet', massG: 2.58 }] },
      })}
    />,
  );
  answers({ shipments: [], unmet: [{ site: 'Lake Ivarre', number: 16_995 }], left: [], placed: 0 });
  await user.click(screen.getByRole('button', { name: 'Propose' }));
  expect((await proposal()).textContent).toMatch(new RegExp(why.replace('3 g', '3(\\.0)? g')));
  expect(screen.queryByRole('button', { name: /Load a truck/ })).toBeNull();
});

test('without the server nothing is sought, and that is said; the plan stands as it was', async () => {
  const { user } = show(<PlanScreen of={plan()} />);
  await user.click(screen.getByRole('button', { name: 'Propose' }));
  expect((await screen.findByRole('alert')).textContent).toContain('no page /api/calc');
  expect(screen.getByRole('button', { name: 'Propose' })).toBeTruthy();
});

test('nothing is proposed where nothing is wanted, nothing may go, or no site is known', () => {
  const { rerender } = show(<PlanScreen of={plan({ sites: [site({ target: 70_000 })] })} />);
  expect(heading()).toContain('Every target of this season is met.');
  rerender(<PlanScreen of={plan({ sites: [], lots: [] })} />);
  expect(heading()).toContain('No release sites yet');
  expect(screen.getByRole('link', { name: 'Set-up' }).getAttribute('href')).toBe('/setup');
  // A table of nothing, and a caption without its map, say nothing.
  expect(screen.queryByRole('table')).toBeNull();
  expect(screen.queryByText(/^Filled:/)).toBeNull();
  expect(screen.getByText('No fingerlings stand here.')).toBeTruthy();
  rerender(<PlanScreen of={plan({ lots: [lot({ barred: 'a case is open' })] })} />);
  expect(screen.queryByRole('button', { name: 'Propose' })).toBeNull();
  expect(screen.getByText('a case is open')).toBeTruthy();
});

test('a hand sees the proposal, and plans no truck', async () => {
  const { user } = show(<PlanScreen of={plan()} />, { role: 'hand' });
  answers({
    shipments: [{ lot: 'R8 ST-29-01 L', site: 'Lake Ivarre', number: 16_995 }],
    unmet: [],
    left: [],
    placed: 1,
  });
  await user.click(screen.getByRole('button', { name: 'Propose' }));
  await proposal();
  expect(screen.queryByRole('button', { name: /Load a truck/ })).toBeNull();
});
