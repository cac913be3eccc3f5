import { screen, within } from '@testing-library/react';
import type { LivingHolding } from '@/server/stock/livingStock';
import { NOW, show } from '../../../../tests/support/screen';
import type { LotView } from '../views/lot';
import { LotScreen } from './LotScreen';

const DAY = 86_400_000;
const lot = (over: Partial<LotView> = {}): LotView => ({
  id: 12,
  name: 'AC-30-04',
  species: 'Arctic char',
  latin: 'Salvelinus alpinus',
  season: '2030/31',
  grade: '',
  kind: '',
  fertilisedAt: NOW - 120 * DAY,
  holdings: [
    {
      holdingId: 5,
      unitId: 3,
      unit: 'T17',
      roomId: 1,
      room: 'Cold room',
      station: 'yolksac',
      stageName: 'yolk-sac larvae',
      glyph: 'yolksac',
      number: 13_200,
      sd: 765,
      fertilisedAt: NOW - 120 * DAY,
      milestones: [],
    } as unknown as LivingHolding,
    {
      holdingId: 6,
      unitId: 41,
      unit: 'R4',
      roomId: 2,
      room: 'Hall',
      station: 'fry',
      stageName: 'fry',
      glyph: 'fry',
      number: 9000,
      sd: 0,
      fertilisedAt: NOW - 120 * DAY,
      milestones: [],
    } as unknown as LivingHolding,
  ],
  number: 22_200,
  sd: 765,
  parents: [],
  waters: [],
  datesGivenUp: null,
  from: [],
  into: [],
  gone: [],
  stair: {
    steps: [
      { stage: 'egg', name: 'eggs', number: 61_500, sd: 2662, survival: null, low: null, high: null, apart: 0 },
      {
        stage: 'yolksac',
        name: 'larvae',
        number: 50_000,
        sd: 2000,
        survival: 0.813,
        low: 0.78,
        high: 0.846,
        apart: 0,
      },
      { stage: 'fry', name: 'fry', number: 9000, sd: 0, survival: 0.18, low: 0.166, high: 1.02, apart: 0 },
    ],
    alive: 22_200,
    aliveSd: 765,
    ofFirst: { survival: 0.146, low: 0.13, high: 0.162 },
    assuming: false,
  },
  weights: [],
  checks: [],
  entries: [],
  working: null,
  ...over,
});
const open = (over: Partial<LotView> = {}, us = false) =>
  show(<LotScreen lot={lot(over)} us={us} now={NOW} timeZone="Europe/Vienna" />);
/** Before a percent sign. */
const THIN = '\u2005';
const rows = (within_: HTMLElement) =>
  within(within_)
    .getAllByRole('row')
    .map((r) => r.textContent!.replaceAll(THIN, ' '));

test('dates that could not be reckoned anew are said to be of before', () => {
  open();
  expect(screen.queryByTestId('dates-given-up')).toBeNull();
  open({ datesGivenUp: 'no curve' });
  expect(screen.getByTestId('dates-given-up').textContent).toMatch(/of before.*no curve/);
});

test('the number alive, with its ±, and where they stand: eggs in their room, fish in rearing', () => {
  open();
  expect(screen.getByTestId('lot-number').textContent).toBe('22\u2005200±1\u2005500alive in T17, R4');
  expect(screen.getByRole('link', { name: 'T17' }).getAttribute('href')).toBe('/rooms/1?unit=T17');
  expect(screen.getByRole('link', { name: 'R4' }).getAttribute('href')).toBe('/rearing?unit=R4');
});

test('the stair says at each step how many of those before, with the interval, never above all of them', () => {
  open();
  const stair = rows(screen.getByTestId('stair'));
  expect(stair[0]).toContain('at the start');
  expect(stair[1]).toContain('81 % 78 % to 85 %of those before');
  expect(stair[2]).toContain('17 % to 100 %');
  expect(screen.getByText('15 %').closest('p')!.textContent).toContain('From the first to the last stage');
  expect(screen.getByRole('img', { name: 'eggs 61500, larvae 50000, fry 9000' })).toBeTruthy();
  expect(screen.queryByText(/assuming equal survival\./)).toBeNull();
});

test('a lot that is gone says so, and where to', () => {
  open({
    holdings: [],
    number: 0,
    sd: 0,
    gone: [
      { account: 'released', number: 9000, sites: 'Lake Ivarre' },
      { account: 'unexplained', number: 120, sites: '' },
    ],
  });
  expect(screen.getByText(/none left here/)).toBeTruthy();
  expect(screen.getByText('Nothing of this lot lives here now.')).toBeTruthy();
  expect(rows(screen.getByTestId('gone'))).toEqual(['released9 000Lake Ivarre', 'missing at counts120']);
});

test('one stage only: no stair to draw, no survival to claim', () => {
  open({
    stair: {
      ...lot().stair,
      steps: [{ stage: 'fry', name: 'fry', number: 900, sd: 0, survival: null, low: null, high: null, apart: 0 }],
      ofFirst: null,
      assuming: true,
    },
  });
  expect(within(screen.getByTestId('stair')).queryByRole('img')).toBeNull();
  expect(rows(screen.getByTestId('stair'))).toEqual(['fry900at the start']);
  expect(screen.getByText(/assuming equal survival\.$/)).toBeTruthy();
});

test('parents by share; unknown ones say from where; of very many the first thirty', () => {
  const family = (i: number): LotView['parents'][number] => ({
    family: String(i),
    label: `F${i} × M4`,
    share: 1 / 40,
    number: 555,
    females: `F${i}`,
    femaleId: i,
    males: 'M4, M7',
    origin: false,
  });
  const { unmount } = open({ parents: Array.from({ length: 40 }, (_, i) => family(i)) });
  const table = screen.getByTestId('parents');
  expect(within(table).getAllByRole('row')).toHaveLength(31);
  expect(table.textContent).toContain('10 more families');
  expect(within(table).getByRole('link', { name: 'F7' }).getAttribute('href')).toBe('/females/7');
  unmount();
  open({ parents: [{ ...family(1), femaleId: null, females: '', label: 'from Upper station', share: 1 }] });
  expect(rows(screen.getByTestId('parents'))[1]).toBe('from Upper stationM4, M7100 %600±1 500');
});

test('kin on both sides, with what went over', () => {
  open({ from: [{ id: 1, name: 'AC-30-01', number: 4000 }], into: [{ id: 20, name: 'AC-30-04 L', number: 1500 }] });
  expect(
    within(screen.getByTestId('relatives'))
      .getAllByRole('listitem')
      .map((l) => l.textContent),
  ).toEqual(['from AC-30-01, 4\u2005000', 'into AC-30-04 L, 1\u2005500']);
});

test('growth is drawn from two weighings on, each told with its day', () => {
  const weight = (days: number, meanG: number) => ({
    at: NOW - days * DAY,
    meanG,
    low: 0.9 * meanG,
    high: 1.1 * meanG,
  });
  const { unmount } = open({ weights: [weight(10, 0.4)] });
  expect(screen.queryByText('Mean weight')).toBeNull();
  unmount();
  const drawn = open({ weights: [weight(30, 0.21), weight(10, 0.4)] });
  expect(screen.getByRole('img', { name: /^15 Mar 0\.21\d* g, 4 Apr 0\.4\d* g$/ })).toBeTruthy();
  drawn.unmount();
  open({ weights: [weight(30, 0.21), weight(10, 0.4)] }, true);
  expect(screen.getByRole('img', { name: /^15 Mar 2.160\/lb, 4 Apr 1.130\/lb$/ })).toBeTruthy();
});

test('a long ledger goes on: older entries from the last one shown', () => {
  const entry = (seq: number) => ({
    id: `e${seq}`,
    seq,
    kind: 'pick',
    word: 'picked',
    mend: 'correct' as const,
    paper: null,
    at: NOW,
    precision: 'minute',
    by: 'Manager',
    measuredBy: 'Manager',
    note: '',
    where: '',
    says: '4 from T17',
    voided: false,
    why: '',
    replaces: false,
    measured: { massG: null, value: null, unit: '' },
  });
  open({ entries: Array.from({ length: 60 }, (_, i) => entry(900 - i)) });
  expect(screen.getByRole('link', { name: 'older entries' }).getAttribute('href')).toBe('/lots/12?before=841');
});
