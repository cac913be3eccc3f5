import { addLocalDays, instantsOf, isoDay, localDay } from './localDay';

const zone = 'Europe/Vienna';
const HOUR = 3_600_000;

test('a day has 23 hours in spring and 25 in autumn', () => {
  const spring = localDay(Date.parse('2031-03-30T12:00:00Z'), zone);
  expect((spring.end - spring.start) / HOUR).toBe(23);
  const autumn = localDay(Date.parse('2031-10-26T12:00:00Z'), zone);
  expect((autumn.end - autumn.start) / HOUR).toBe(25);
});

test('the local day differs from the UTC day near midnight', () => {
  expect(isoDay(Date.parse('2031-06-01T22:30:00Z'), zone)).toBe('2031-06-02');
  expect(isoDay(Date.parse('2031-06-01T22:30:00Z'), 'America/Anchorage')).toBe('2031-06-01');
});

test('the hour that repeats has two instants, the hour that is skipped none', () => {
  const at = (hour: number, month: number, day: number) =>
    instantsOf({ year: 2031, month, day, hour, minute: 30 }, zone).map((t) => new Date(t).toISOString());
  expect(at(2, 10, 26)).toEqual(['2031-10-26T00:30:00.000Z', '2031-10-26T01:30:00.000Z']);
  expect(at(2, 3, 30)).toEqual([]);
  expect(at(9, 7, 1)).toEqual(['2031-07-01T07:30:00.000Z']);
});

test('days are added on the calendar, not in hours', () => {
  expect(isoDay(addLocalDays(Date.parse('2031-03-29T12:00:00Z'), 2, zone), zone)).toBe('2031-03-31');
});
