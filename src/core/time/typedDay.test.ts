import fc from 'fast-check';
import { type DayOrder, dayOrderOf, dayText, readDay, readTime } from './typedDay';

const TODAY = '2031-04-14'; // a Monday
const read = (text: string, order: DayOrder = 'dmy') => {
  const r = readDay(text, TODAY, order);
  return r.ok ? `${r.day}${r.time ? ` ${r.time}` : ''}` : r.message;
};

test.each([
  ['today', '2031-04-14'],
  ['Yesterday', '2031-04-13'],
  ['yesterday 17:40', '2031-04-13 17:40'],
  ['yesterday, 5:40 pm', '2031-04-13 17:40'],
  ['tomorrow', '2031-04-15'],
  ['-3', '2031-04-11'],
  ['+10', '2031-04-24'],
  ['Mon', '2031-04-14'],
  ['sunday', '2031-04-13'],
  ['tue', '2031-04-08'],
  ['14.4.', '2031-04-14'],
  ['14.4.31', '2031-04-14'],
  ['3/4', '2031-04-03'],
  ['14 Apr', '2031-04-14'],
  ['14. april 2030', '2030-04-14'],
  ['Apr 14', '2031-04-14'],
  ['april 14, 2030', '2030-04-14'],
  ['14 apr 31', '2031-04-14'],
  ['2030-12-01', '2030-12-01'],
  ['2030/12/1', '2030-12-01'],
  // Of a year that was not typed, the nearest.
  ['28 Dec', '2030-12-28'],
  ['1 Sep', '2031-09-01'],
  ['29 Feb', '2032-02-29'],
  ['29 Feb 2031', 'the calendar has no 29 feb 2031'],
  ['1/2/3', '“1/2/3” is no day: 14 Apr, yesterday, or 2031-04-14'],
  ['31.4.', 'the calendar has no 31.4.'],
  ['29.2.2032', '2032-02-29'],
  ['soon', '“soon” is no day: 14 Apr, yesterday, or 2031-04-14'],
  ['', 'give the day'],
])('%s', (text, is) => {
  expect(read(text)).toBe(is);
});

test('figures are read in the reader’s order, but with points never month first', () => {
  expect(read('3/4', 'mdy')).toBe('2031-03-04');
  expect(read('3.4.', 'mdy')).toBe('2031-04-03');
  expect(read('4/14/31', 'mdy')).toBe('2031-04-14');
  expect(read('14/4', 'mdy')).toBe('the calendar has no 14/4');
  expect(['en-US', 'en-GB', 'de-DE', 'sv-SE', 'hu-HU'].map(dayOrderOf)).toEqual(['mdy', 'dmy', 'dmy', 'ymd', 'ymd']);
});

test.each([
  ['17:40', '17:40'],
  ['1740', '17:40'],
  ['7.05', '07:05'],
  ['7h', '07:00'],
  ['7h30', '07:30'],
  ['12 am', '00:00'],
  ['12:15 pm', '12:15'],
  ['noon', '12:00'],
  ['13 pm', null],
  ['24:00', null],
  ['7', null],
  ['7:61', null],
])('the time %s', (text, is) => {
  expect(readTime(text)).toBe(is);
});

test('what a field shows is read back as the day it is of, in whatever order', () => {
  const day = fc.date({ min: new Date('1990-01-01'), max: new Date('2060-01-01'), noInvalidDate: true });
  fc.assert(
    fc.property(day, fc.constantFrom<DayOrder>('dmy', 'mdy', 'ymd'), (d, order) => {
      const iso = d.toISOString().slice(0, 10);
      expect(readDay(dayText(iso), TODAY, order)).toEqual({ ok: true, day: iso });
      expect(readDay(iso, TODAY, order)).toEqual({ ok: true, day: iso });
    }),
  );
});
