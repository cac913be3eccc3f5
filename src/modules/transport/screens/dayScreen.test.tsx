import { screen, within } from '@testing-library/react';
import { NOW, onlySent, server, show } from '../../../../tests/support/screen';
import type { DayBoard, SiteDay } from '../views/day';
import type { MarkReturns, Returns } from '../views/returns';
import { DayScreen } from './DayScreen';
import { ReturnsScreen } from './ReturnsScreen';

const site = (over: Partial<SiteDay> = {}): SiteDay => ({
  id: 5,
  name: 'Lower Ombrel',
  permit: 'no. 7',
  points: [
    { name: 'mill', buckets: 4, by: ['Tove'] },
    { name: 'weir', buckets: 0, by: [] },
  ],
  arrivals: [
    {
      haul: 3,
      truck: 'Blue truck',
      state: 'planned',
      at: NOW + 3 * 3_600_000,
      unit: 'W2',
      lot: 'AC-29-04 L',
      tank: 'front',
      number: 9200,
      buckets: 9,
    },
  ],
  planned: 9200,
  done: 4000,
  bucketsDone: 4,
  waters: [7.5],
  ...over,
});
const day = (over: Partial<DayBoard> = {}) =>
  show(
    <DayScreen
      of={{ hauls: [], sites: [site()], people: [{ name: 'Tove', buckets: 4 }], ...over }}
      day={NOW}
      before="2031-04-13"
      after="2031-04-15"
    />,
  );

test('each water says what comes, what is let go, and how many buckets go to each place', () => {
  day();
  expect(screen.getByRole('status').textContent).toMatch(/4.000 of 9.200 let go/);
  const water = screen.getByRole('region', { name: 'Lower Ombrel' });
  expect(water.textContent).toContain('water 7.5 °C');
  // Nine buckets over two places.
  expect(document.querySelector('[data-point="mill"]')!.textContent).toContain('4 buckets of some 5Tove');
  expect(document.querySelector('[data-point="weir"]')!.textContent).toContain('none yet');
  expect(screen.getByRole('link', { name: 'the day after' }).getAttribute('href')).toBe('/moves/day?day=2031-04-15');
});

test('a water without a permit says so; an empty day is told as one', () => {
  const { rerender } = day({ sites: [site({ permit: '' })] });
  expect(screen.getByText('No permit is on file.')).toBeTruthy();
  rerender(<DayScreen of={{ hauls: [], sites: [], people: [] }} day={NOW} before="a" after="b" />);
  expect(screen.getByText('Nothing goes out on this day.')).toBeTruthy();
});

const mark = (over: Partial<MarkReturns> = {}): MarkReturns => ({
  site: 'Lower Ombrel',
  mark: 'adipose clip',
  years: [2029],
  marked: 9000,
  sd: 80,
  seen: 31,
  wished: 12,
  shareSeen: 0.4,
  came: { share: 0.00861, low: 0.0058, high: 0.0122 },
  reached: { share: 0.00333, low: 0.0017, high: 0.0058 },
  ...over,
});
const returns = (over: Partial<Returns> = {}) =>
  show(
    <ReturnsScreen
      of={{ marks: [mark()], looks: [], known: [{ siteId: 5, mark: 'adipose clip' }], ...over }}
      sites={[{ id: 5, name: 'Lower Ombrel' }]}
    />,
  );

test('a share stands with its ends; more back than were marked is no share', () => {
  returns();
  const row = document.querySelector('[data-mark="adipose clip"]')!.textContent!;
  expect(row).toContain('0.86 %0.58 to 1.2');
  expect(row).toMatch(/40.% were looked at/);
});

test('what came back is recorded by mark; the marks of that water stand beside', async () => {
  const { user } = returns({ marks: [mark({ came: null })] });
  expect(screen.getByText('more than were marked')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Record returns' }));
  const dialog = await screen.findByRole('dialog');
  expect(dialog.textContent).toContain('adipose clip');
  await user.type(within(dialog).getByLabelText('Looked at'), '40');
  await user.type(within(dialog).getByLabelText('of all that came, %'), '25');
  await user.type(within(dialog).getAllByLabelText('Mark')[0]!, 'adipose clip');
  await user.type(within(dialog).getAllByLabelText('Number')[0]!, '3');
  server.replies.push({ body: { result: { site: 'Lower Ombrel', marked: 3 } } } as never);
  await user.click(within(dialog).getByRole('combobox', { name: 'At' }));
  await user.click(await screen.findByRole('option', { name: 'Lower Ombrel' }));
  await user.click(within(dialog).getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({
    type: 'return.record',
    payload: { site: 5, examined: 40, seenShare: 0.25, marks: [{ mark: 'adipose clip', number: 3 }] },
  });
});

test('nothing marked yet: it says what a mark is for', () => {
  returns({ marks: [], known: [] });
  expect(screen.getByText(/Nothing was released with a mark yet/)).toBeTruthy();
});
