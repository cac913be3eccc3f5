import { screen, waitFor, within } from '@testing-library/react';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { Release, SiteTotal } from '../views/releases';
import { MovesScreen } from './MovesScreen';

const release = (over: Partial<Release> = {}): Release => ({
  entryId: 'e1',
  at: NOW - 86_400_000,
  lot: 'AC-29-07 L',
  lotId: 7,
  species: 'Arctic char',
  unit: 'R4',
  site: 'Lake Ivarre',
  number: 9200,
  sd: 110,
  meanG: 2.34,
  mark: '',
  markedShare: 0,
  siteId: 5,
  paper: null,
  voided: false,
  ...over,
});
const site = (over: Partial<SiteTotal> = {}): SiteTotal => ({
  id: 5,
  name: 'Lake Ivarre',
  water: 'lake',
  target: 20_000,
  number: 9200,
  sd: 110,
  ...over,
});
const open = (over: Partial<Parameters<typeof MovesScreen>[0]> = {}) =>
  show(
    <MovesScreen
      list={[release()]}
      sites={[site()]}
      moves={[]}
      ready={[]}
      now={NOW}
      timeZone="Europe/Vienna"
      mayWrite
      {...over}
    />,
  );
const row = () => screen.getByRole('row', { name: /AC-29-07 L/ });

test('a release says when, what, to where, how many with their doubt and how large', () => {
  open();
  expect(row().textContent).toContain('13 Apr 07:42AC-29-07 LArctic charLake Ivarre9\u2005200±220');
  expect(row().textContent).toContain('2.34 g');
});

test('its paper is issued from here, with what it says now', async () => {
  const { user } = open();
  await user.click(screen.getByRole('button', { name: 'issue' }));
  await waitFor(() => expect(server.sent).toHaveLength(1));
  expect(await onlySent()).toMatchObject({
    type: 'paper.issue',
    payload: { entryId: 'e1', content: { lot: 'AC-29-07 L', site: 'Lake Ivarre', number: 9200, sd: 110, meanG: 2.34 } },
  });
});

test('why it cannot be issued is said beside it', async () => {
  server.replies.push(refused('That release was taken back.'));
  const { user } = open();
  await user.click(screen.getByRole('button', { name: 'issue' }));
  expect(await screen.findByText('That release was taken back.')).toBeTruthy();
});

test('an issued paper is a link; one that no longer holds says so and can be issued anew; a reader issues none', () => {
  const paper = { id: 3, number: '2031-003', superseded: false };
  const { unmount } = open({ list: [release({ paper })] });
  expect(screen.getByRole('link', { name: '2031-003' }).getAttribute('href')).toBe('/papers/3');
  expect(screen.queryByRole('button', { name: 'issue' })).toBeNull();
  unmount();
  const again = open({ list: [release({ paper: { ...paper, superseded: true } })] });
  expect(screen.getByText('superseded')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'issue' })).toBeTruthy();
  again.unmount();
  open({ mayWrite: false });
  expect(screen.queryByRole('button', { name: 'issue' })).toBeNull();
});

test('a release that was taken back is struck through and gets no paper', () => {
  open({ list: [release({ voided: true })] });
  expect(row().className).toContain('line-through');
  expect(screen.queryByRole('button', { name: 'issue' })).toBeNull();
});

test('sites against their targets, above it with a word of caution', () => {
  open({
    sites: [
      site(),
      site({ id: 6, name: 'Reach 4', number: 21_000, sd: 0 }),
      site({ id: 7, name: 'Tarn', target: null }),
    ],
  });
  const told = screen
    .getAllByRole('listitem')
    .filter((l) => l.dataset.site)
    .map((l) => l.textContent);
  expect(told).toEqual([
    'Lake Ivarre9\u2005200±220 of 20\u2005000',
    'Reach 421\u2005000 of 20\u2005000above its target: check the permit',
    'Tarn9\u2005200±220',
  ]);
});

test('before the first release and without sites it says what to do', () => {
  open({ list: [], sites: [] });
  expect(screen.getByText(/Nothing has been released yet/)).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Set-up' })).toBeTruthy();
});

test('fingerlings that could go stand with their unit', () => {
  open({ ready: [{ unit: 'R12', lot: 'AC-29-03 S', number: 20_450, sd: 250 }] });
  const line = screen.getByRole('link', { name: 'R12' }).closest('li')!;
  expect(within(line).getByText('AC-29-03 S')).toBeTruthy();
  expect(line.textContent).toContain('20\u2005450±490');
});
