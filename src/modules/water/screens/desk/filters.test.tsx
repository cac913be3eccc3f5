import { screen } from '@testing-library/react';
import { NOW, show } from '../../../../../tests/support/screen';
import type { FilterNow } from '../../views/filters';
import { Filters } from './Filters';

const DAY = 86_400_000;
type Conditioned = NonNullable<FilterNow['conditioning']>;
const conditioned = (over: Partial<Conditioned> = {}): Conditioned => ({
  from: NOW - 18 * DAY,
  doseMgPerL: 3,
  stock: null,
  course: {
    curve: Array.from({ length: 60 }, (_, d) => ({ day: d, ammonia: Math.max(0, 4 - d / 5), nitrite: d / 4 })),
    carriesDay: 44,
    low: 26,
    high: 71,
  } as unknown as Conditioned['course'],
  readings: [2, 4, 6, 8].map((day) => ({ day, ammonia: 4 })),
  startBy: null,
  ...over,
});
const filter = (over: Partial<FilterNow> = {}): FilterNow => ({
  work: { id: 5, name: 'Biofilter' } as FilterNow['work'],
  rooms: [1],
  celsius: 18,
  feedG: 0,
  loadG: 0,
  capacityG: 305,
  share: null,
  conditioning: null,
  ...over,
});
const says = (over: Partial<FilterNow>) => {
  const { unmount } = show(<Filters of={[filter(over)]} now={NOW} timeZone="Europe/Vienna" us={false} />);
  const text = document.querySelector('[data-filter="Biofilter"]')!.textContent!;
  unmount();
  return text;
};

test('what is fed behind it is held against what it turns over', () => {
  expect(says({})).toContain('turns over some 305 g of ammonia a day, once it is conditioned');
  expect(says({})).toContain('Nothing is fed behind it today.');
  expect(says({ feedG: 3000, loadG: 140, share: 0.46 })).toMatch(/become 140 g, 46 % of that$/);
  expect(says({ feedG: 6300, loadG: 290, share: 0.95 })).toContain('nearly full');
  expect(says({ feedG: 9000, loadG: 400, share: 1.3 })).toContain('more than it bears. Feed less');
});

test('what is not known to tell it is named', () => {
  expect(says({ capacityG: null })).toContain('set the surface of its media, to know');
  expect(says({ capacityG: null, celsius: null })).toContain('and a probe of temperature behind it');
});

test('its conditioning tells the day with its doubt, and whether that is in time', () => {
  expect(says({ conditioning: conditioned() })).toContain(
    'gone by the next from 10 May, between 22 Apr and 6 Jun in 19 of 20',
  );
  expect(says({ conditioning: conditioned({ stock: NOW + 24 * DAY }) })).toContain('it may not');
  expect(says({ conditioning: conditioned({ stock: NOW + 60 * DAY }) })).toContain('it will, as it goes');
  expect(says({ conditioning: conditioned({ from: NOW - 50 * DAY }) })).toContain(
    'a day’s dose is gone by the next since 8 Apr',
  );
});

test('told from few readings it says from how few', () => {
  expect(says({ conditioning: conditioned({ readings: [] }) })).toContain('Told from no reading');
  expect(says({ conditioning: conditioned({ readings: [{ day: 2, nitrite: 1 }] }) })).toContain(
    'Told from one reading',
  );
  expect(says({ conditioning: conditioned() })).not.toContain('Told from');
});

test('one not begun says by when; one that is too late says what is left to do', () => {
  const planned = { from: null, readings: [], stock: NOW + 80 * DAY };
  expect(says({ conditioning: conditioned({ ...planned, startBy: NOW + 9 * DAY }) })).toContain('begin by 23 Apr');
  expect(says({ conditioning: conditioned({ ...planned, startBy: NOW - 9 * DAY }) })).toContain(
    'had to be begun 5 Apr: seed it from a running filter',
  );
  expect(says({ conditioning: conditioned({ ...planned, stock: null }) })).toContain('Not begun. Say by when');
});

test('a house without biofilters sees nothing of them', () => {
  show(<Filters of={[]} now={NOW} timeZone="Europe/Vienna" us={false} />);
  expect(screen.queryByRole('region', { name: 'Biofilters' })).toBeNull();
});
