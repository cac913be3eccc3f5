import { Chance } from '../chance';
import { DAY_MS, HOUR_MS } from '../time/spans';
import { type DateOrder, dateOrderOf, dateParts, type FileClock, instantOf, SKIPPED } from './csvTime';

const vienna: FileClock = { timeZone: 'Europe/Vienna' };
const read = (text: string, order: DateOrder = 'ymd', clock = vienna, previous = Number.NEGATIVE_INFINITY) =>
  instantOf(text, order, clock, previous);
const utc = (text: string) => Date.parse(`${text}Z`);

test.each([
  ['2031-04-14 07:42', 'ymd', '2031-04-14T05:42'],
  ['2031/4/14T7.42.05', 'ymd', '2031-04-14T05:42:05'],
  ['14.04.2031 07:42', 'dmy', '2031-04-14T05:42'],
  ['14-4-31 07:42:30,250', 'dmy', '2031-04-14T05:42:30'],
  ['4/14/2031 7:42 AM', 'mdy', '2031-04-14T05:42'],
  ['4/14/31 7:42pm', 'mdy', '2031-04-14T17:42'],
  // Noon and midnight of those who count to twelve; and a logger that says both.
  ['4/14/2031 12:00 AM', 'mdy', '2031-04-13T22:00'],
  ['4/14/2031 12:00 PM', 'mdy', '2031-04-14T10:00'],
  ['4/14/2031 13:05 PM', 'mdy', '2031-04-14T11:05'],
] as const)('%s, %s, is %s of the site', (text, order, instant) => {
  expect(read(text, order)).toBe(utc(instant));
});

test('a zone that is written counts, whatever the zone of the site and however its clock runs', () => {
  for (const text of ['2031-07-14 05:42Z', '2031-07-14 07:42+02:00', '2031-07-14 07:42 +0200', '2031-07-14T00:12-0530'])
    for (const clock of ['local', 'winter'] as const)
      expect(read(text, 'ymd', { ...vienna, clock })).toBe(utc('2031-07-14T05:42'));
});

test.each([
  ['yesterday', 'ymd', '“yesterday” is no date'],
  ['31.04.2031 07:42', 'dmy', 'that month has no day 31'],
  ['29.02.2031 07:42', 'dmy', 'that month has no day 29'],
  ['14.04.2031 07:42', 'mdy', 'is no date when read month first'],
  ['00.04.2031 07:42', 'dmy', 'is no date when read day first'],
  ['14.04.2031', 'dmy', 'has no time of day'],
  ['14.04.2031 24:00', 'dmy', '“24:00” is no time of day'],
  ['14.04.2031 07:60', 'dmy', '“07:60” is no time of day'],
  ['14.04.2031 13:05 am', 'dmy', '“13:05 am” is no time of day'],
  ['14.04.2031 soon', 'dmy', '“soon” is no time of day'],
  ['14.04.2031 07:42 +99:00', 'dmy', '“+99:00” is no time zone'],
] as const)('%s, %s, is refused: %s', (text, order, why) => {
  expect(read(text, order)).toEqual(expect.stringContaining(why));
});

test('the 29th of February is a day in a leap year', () => {
  expect(read('29.02.2032 12:00', 'dmy')).toBe(utc('2032-02-29T11:00'));
});

test('an hour over which the clocks went forward is none; one that came twice goes by the line above', () => {
  expect(read('2031-03-30 02:30')).toBe(`2031-03-30 02:30${SKIPPED}`);
  expect(read('2031-03-30 03:30')).toBe(utc('2031-03-30T01:30'));
  const first = read('2031-10-26 02:30') as number;
  expect(first).toBe(utc('2031-10-26T00:30'));
  expect(read('2031-10-26 02:30', 'ymd', vienna, first)).toBe(first + HOUR_MS);
  // Both are over: the file goes back, and the first of them is meant, not a later one.
  expect(read('2031-10-26 02:30', 'ymd', vienna, first + DAY_MS)).toBe(first);
});

test('a logger left on winter time stays on it, north and south of the equator', () => {
  const winter = (timeZone: string): FileClock => ({ timeZone, clock: 'winter' });
  expect(read('2031-07-14 12:00', 'ymd', winter('Europe/Vienna'))).toBe(utc('2031-07-14T11:00'));
  expect(read('2031-03-30 02:30', 'ymd', winter('Europe/Vienna'))).toBe(utc('2031-03-30T01:30'));
  expect(read('2031-01-14 12:00', 'ymd', winter('Australia/Hobart'))).toBe(utc('2031-01-14T02:00'));
});

test('what was written of an instant is read back as that instant, in every order', () => {
  const chance = new Chance(31);
  const two = (n: number) => String(n).padStart(2, '0');
  for (let k = 0; k < 500; k++) {
    const at = utc('2030-01-01T00:00') + chance.whole(0, 3 * 365 * 24 * 60) * 60_000;
    const d = new Date(at);
    const [y, m, day] = [d.getUTCFullYear(), two(d.getUTCMonth() + 1), two(d.getUTCDate())];
    const clock = `${two(d.getUTCHours())}:${two(d.getUTCMinutes())}`;
    const written = { ymd: `${y}-${m}-${day}`, dmy: `${day}.${m}.${y}`, mdy: `${m}/${day}/${y}` };
    for (const order of ['ymd', 'dmy', 'mdy'] as const)
      expect(read(`${written[order]} ${clock}`, order, { timeZone: 'UTC' })).toBe(at);
  }
});

describe('the order of day and month', () => {
  test.each([
    [['2031-04-14 07:00'], 'ymd', false],
    [['04/05/2031', '14/05/2031'], 'dmy', false],
    [['04/05/2031', '04/15/2031'], 'mdy', false],
    [['04.05.2031', '05.05.2031'], 'dmy', false],
    // Could be both: asked about.
    [['04/05/2031', '05/05/2031'], 'dmy', true],
    // One of them is a typing error, but which?
    [['14/05/2031', '05/15/2031'], 'dmy', true],
    [['no date', ''], 'ymd', false],
  ] as const)('of %j is %s, asked: %s', (texts, order, ambiguous) => {
    expect(dateOrderOf(texts, undefined)).toEqual({ order, ambiguous });
  });

  test('is the one that was given, where dates do not say the year first', () => {
    expect(dateOrderOf(['04/05/2031'], 'mdy')).toEqual({ order: 'mdy', ambiguous: false });
    expect(dateOrderOf(['2031-04-05'], 'mdy')).toEqual({ order: 'ymd', ambiguous: false });
  });
});

test('a number, a time alone, a date of five digits are no dates', () => {
  for (const text of ['8.4', '07:42', '12345', '1.2.3', '2031-04', '']) expect(dateParts(text)).toBeNull();
});
