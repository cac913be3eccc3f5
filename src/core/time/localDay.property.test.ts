import { TZDate } from '@date-fns/tz';
import fc from 'fast-check';
import { addLocalDays, clock, isoDay, localDay, weekday } from './localDay';

/** Zones with odd offsets and odd days of change: half hours, three quarters, half-hour summer time, none. */
const zones = [
  'Europe/Vienna',
  'America/St_Johns',
  'Asia/Kathmandu',
  'Australia/Lord_Howe',
  'Pacific/Chatham',
  'America/Santiago',
  'Africa/Nairobi',
  'UTC',
];
const zone = fc.constantFrom(...zones);
const instant = fc.integer({ min: Date.UTC(2000, 0, 1), max: Date.UTC(2040, 0, 1) });
const pad = (n: number) => String(n).padStart(2, '0');

test('what is remembered by the quarter of an hour is what the time zone tables say', () => {
  fc.assert(
    fc.property(instant, zone, (at, timeZone) => {
      const d = new TZDate(at, timeZone);
      expect(isoDay(at, timeZone)).toBe(`${d.getFullYear()}-${pad(d.getMonth() + 1)}-${pad(d.getDate())}`);
      expect(clock(at, timeZone)).toBe(`${pad(d.getHours())}:${pad(d.getMinutes())}`);
    }),
    { numRuns: 1500 },
  );
});

test('a local day holds its instant, begins where the one before ended, and is one date from end to end', () => {
  fc.assert(
    fc.property(instant, zone, (at, timeZone) => {
      const day = localDay(at, timeZone);
      expect(day.start).toBeLessThanOrEqual(at);
      expect(day.end).toBeGreaterThan(at);
      expect(localDay(day.start - 1, timeZone).end).toBe(day.start);
      expect(isoDay(day.start, timeZone)).toBe(isoDay(day.end - 1, timeZone));
      const hours = (day.end - day.start) / 3_600_000;
      expect(hours).toBeGreaterThanOrEqual(23);
      expect(hours).toBeLessThanOrEqual(25);
    }),
    { numRuns: 1500 },
  );
});

test('a week on is the same weekday; there and back again is the same day', () => {
  fc.assert(
    fc.property(instant, zone, fc.integer({ min: -400, max: 400 }), (at, timeZone, n) => {
      const name = (t: number) => weekday(t, timeZone).slice(0, 3);
      expect(name(addLocalDays(at, 7, timeZone))).toBe(name(at));
      expect(addLocalDays(addLocalDays(at, n, timeZone), -n, timeZone)).toBe(localDay(at, timeZone).start);
    }),
    { numRuns: 500 },
  );
});
