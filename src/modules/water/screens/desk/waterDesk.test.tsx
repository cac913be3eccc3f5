import { screen, within } from '@testing-library/react';
import type { TankInDanger } from '@/core/water/circuits/firstToDie';
import { nothingMore } from '@/core/water/circuits/workMore';
import type { WorkKind } from '@/core/water/circuits/works';
import { NOW, onlySent, show } from '../../../../../tests/support/screen';
import type { WaterDesk } from '../../views/desk';
import type { WorkRow } from '../../works';
import { WaterDeskScreen } from './WaterDeskScreen';

const MINUTE = 60_000;
const work = (id: number, name: string, kind: WorkKind, over: Partial<WorkRow> = {}): WorkRow => ({
  ...{ id, name, kind, from: [], rooms: [], breaker: null, watts: null, amperes: null },
  ...{ flowLPerMin: null, spare: '', more: nothingMore },
  ...over,
});
const works = [
  work(1, 'Spring', 'source'),
  work(2, 'Head box', 'head', { from: [1], rooms: [7] }),
  work(3, 'Blower', 'blower', { rooms: [7], breaker: 4, watts: 3000, spare: 'under the stairs' }),
  work(4, 'Circuit A', 'breaker', { amperes: 16 }),
];
const tank = (unit: string, massKg: number, over: Partial<TankInDanger> = {}): TankInDanger => ({
  unitId: unit.charCodeAt(1),
  unit,
  roomId: 7,
  holds: 'Arctic char, fingerlings',
  volumeL: 2000,
  flowLPerMin: 60,
  celsius: 9,
  oxygenMgPerL: 9,
  inflowMgPerL: 10.5,
  fish: { massKg, meanG: 20 },
  eggMinutes: null,
  criticalMgPerL: 3,
  bears: {},
  between: null,
  sourceCelsius: null,
  chlorineMinutes: null,
  ...over,
});
const desk = (over: Partial<WaterDesk> = {}): WaterDesk => ({
  works,
  noticed: [],
  flushed: [],
  told: [],
  jobs: [],
  probes: [],
  lately: [],
  rooms: [
    { id: 7, name: 'Hall', kind: 'rearing', tanks: 2, flowLPerMin: 120, read: [] },
    { id: 8, name: 'Shed', kind: 'rearing', tanks: 0, flowLPerMin: 0, read: [] },
  ],
  tanks: [tank('R1', 40), tank('R2', 160), tank('R3', 80, { fish: null })],
  ...over,
});
const draw = (over: Partial<WaterDesk> = {}, who: Parameters<typeof show>[1] = {}) =>
  show(<WaterDeskScreen desk={desk(over)} ahead={[]} />, who);
const dies = () => [...document.querySelectorAll('[data-dies]')].map((d) => d.getAttribute('data-dies'));
const off = () => [...document.querySelectorAll('[data-off]')].map((d) => d.getAttribute('data-work'));

test('all runs: nothing is dying, and what would be is told of each work, the worst first', () => {
  draw();
  expect(screen.getByText('All works run.')).toBeTruthy();
  expect(dies()).toEqual([]);
  const first = document.querySelector('[data-what-if]')!;
  // The circuit takes the blower with it, but the water runs on: the spring and its head box are the worst.
  expect(['Spring', 'Head box']).toContain(first.getAttribute('data-what-if'));
  expect(first.textContent).toContain('R2, Arctic char, fingerlings');
});

test('a work that is pressed shows what it takes with it, and nothing is said to have happened', async () => {
  const { user } = draw();
  await user.click(document.querySelector('[data-work="Head box"]')!);
  expect(off()).toEqual(['Head box']);
  expect(screen.getByRole('heading', { name: 'Were it to stop: which dies first' })).toBeTruthy();
  // The fullest first; the tank that was never weighed before none, with what is missing.
  expect(dies()).toEqual(['R2', 'R1', 'R3']);
  expect(document.querySelector('[data-dies="R3"]')!.textContent).toContain('weigh them');
  expect(screen.getByRole('region', { name: 'What to do, Head box' })).toBeTruthy();
  expect(screen.getByText('All works run.')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'close' }));
  expect(off()).toEqual([]);
});

test('a circuit that tripped takes its blower with it: since when, what to do, where the spare is; minutes that went by are gone', () => {
  const tripped = (minutes: number) => ({
    noticed: [
      {
        ...{ id: 1, workId: 4, kind: 'tripped' as const, at: NOW - minutes * MINUTE, said: '', by: 'Hand' },
        ...{ beforeKpa: null, afterKpa: null },
      },
    ],
    tanks: [tank('R2', 160, { inflowMgPerL: 6 })],
  });
  const { unmount } = draw(tripped(0));
  expect(off().sort()).toEqual(['Blower']);
  expect(screen.getByRole('status').textContent).toMatch(/Circuit A tripped since 07:42: R2 dies first, in \d+ min/);
  const left = () => Number(/in (\d+) min/.exec(screen.getByRole('status').textContent!)![1]);
  const before = left();
  unmount();
  draw(tripped(5));
  expect(left()).toBe(before - 5);
  expect(screen.getByRole('region', { name: 'What to do, Circuit A' }).textContent).toContain('nobody in the water');
});

test('a probe that says something is off is not taken for a stop: somebody goes and looks', async () => {
  const { user } = draw({
    told: [{ workId: 3, kind: 'power', name: 'blowerPower', value: 0, at: NOW, alarm: 'no power for 4 minutes' }],
  });
  expect(screen.getByText('All works run.')).toBeTruthy();
  const doubt = within(screen.getByRole('region', { name: 'In doubt' }));
  expect(doubt.getByText('no power for 4 minutes')).toBeTruthy();
  await user.click(doubt.getByRole('button', { name: 'It stopped' }));
  await user.click(screen.getByRole('radio', { name: 'its sound is gone' }));
  await user.click(screen.getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({ type: 'work.notice', payload: { work: 3, what: 'silent' } });
});

test('lines are drawn by the manager only: every work and room has its handle, rooms without water stand below', async () => {
  const { user, unmount } = draw();
  await user.click(screen.getByRole('button', { name: 'Draw lines' }));
  expect(screen.getAllByRole('button', { name: /^Draw a line from/ }).map((b) => b.getAttribute('aria-label'))).toEqual(
    [
      'Draw a line from Spring',
      'Draw a line from Head box',
      'Draw a line from Blower',
      'Draw a line from Hall',
      'Draw a line from Shed',
    ],
  );
  await user.click(screen.getByRole('button', { name: 'Lines are drawn' }));
  expect(screen.queryByRole('button', { name: /^Draw a line from/ })).toBeNull();
  unmount();
  draw({}, { role: 'culturist' });
  expect(screen.queryByRole('button', { name: 'Draw lines' })).toBeNull();
});

test('an empty desk says what to put up first, a culturist whom to ask', () => {
  const { unmount } = draw({ works: [] });
  expect(screen.getByText(/Put up its works from the source on/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Draw lines' })).toBeNull();
  unmount();
  draw({ works: [] }, { role: 'culturist' });
  expect(screen.getByText(/the manager puts up its works/)).toBeTruthy();
});

test('what the works want: a filter whose back-flush is over, jobs by how soon; a reader does none of it', () => {
  const filter = work(5, 'Drum filter', 'filter', { more: { ...nothingMore, flushDays: 3 } });
  const jobs = [{ id: 9, workId: 2, what: 'flange leaks', priority: 1, by: 'Hand', raisedAt: NOW - 86_400_000 }];
  const { unmount } = draw({ works: [...works, filter], jobs: jobs as WaterDesk['jobs'] });
  expect(document.querySelector('[data-flush="Drum filter"]')!.textContent).toContain('never yet');
  expect(document.querySelector('[data-job="flange leaks"]')!.textContent).toContain('Head box');
  expect(within(document.querySelector<HTMLElement>('[data-job="flange leaks"]')!).getByRole('button')).toBeTruthy();
  unmount();
  draw({ works: [...works, filter], jobs: jobs as WaterDesk['jobs'] }, { role: 'reader' });
  expect(within(document.querySelector<HTMLElement>('[data-job="flange leaks"]')!).queryByRole('button')).toBeNull();
});
