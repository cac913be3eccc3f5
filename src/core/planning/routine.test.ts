import { type RoutineHolding, routineOf, tickOf } from './routine';

const HOUR = 3_600_000;
const zone = 'Europe/Vienna';
/** The clocks go forward in the night before: this day has 23 hours. */
const now = Date.parse('2031-03-30T08:00:00+02:00');
const task = (over: Partial<RoutineHolding['tasks'][number]> = {}): RoutineHolding['tasks'][number] => ({
  id: 'dark',
  name: 'kept dark',
  says: '',
  stations: ['eggs', 'yolksac'],
  units: [],
  from: 0,
  everyHours: 24,
  ...over,
});
const holding = (over: Partial<RoutineHolding> = {}): RoutineHolding => ({
  roomId: 1,
  unit: 'J1',
  unitKind: 'jar',
  station: 'eggs',
  openedAt: now - 10 * 24 * HOUR,
  progress: 0.5,
  tasks: [task()],
  ...over,
});
const last = (at: number, id = 'dark') => new Map([[tickOf(1, id), at]]);
const one = (h: RoutineHolding[], ticks: ReadonlyMap<string, number> = new Map(), at = now) =>
  routineOf(h, ticks, at, zone)[0];

test('once a room for all its units, due until ticked; a room of its own ticks for itself', () => {
  const both = routineOf(
    [holding(), holding({ unit: 'J2' }), holding({ roomId: 2, unit: 'T1' })],
    last(now - HOUR),
    now,
    zone,
  );
  expect(both.map((t) => [t.roomId, t.units.join(' '), t.due])).toEqual([
    [1, 'J1 J2', false],
    [2, 'T1', true],
  ]);
});

test('a daily thing falls due with the local day, also over the change of the clocks', () => {
  const evening = Date.parse('2031-03-29T22:30:00+01:00');
  expect(one([holding()], last(evening))).toMatchObject({ due: true, missed: 0 });
  expect(one([holding()], last(evening), evening + HOUR)).toMatchObject({ due: false });
  expect(one([holding()], last(now - 72 * HOUR))).toMatchObject({ due: true, missed: 2 });
});

test('every third day; every eight hours by the clock, a little early allowed', () => {
  const third = [holding({ tasks: [task({ everyHours: 72 })] })];
  expect(one(third, last(now - 47 * HOUR))!.due).toBe(false);
  expect(one(third, last(now - 72 * HOUR))!.due).toBe(true);
  const eight = [holding({ tasks: [task({ everyHours: 8 })] })];
  expect(one(eight, last(now - 7 * HOUR))!.due).toBe(false);
  expect(one(eight, last(now - 7.5 * HOUR))).toMatchObject({ due: true, missed: 0 });
  expect(one(eight, last(now - 17 * HOUR))!.missed).toBe(1);
});

test('only where it belongs: station, kind of unit, share of the way, days since; never where it is switched off', () => {
  const hatch = task({ stations: ['eggs'], from: 0.93 });
  expect(one([holding({ tasks: [hatch] })])).toBeUndefined();
  expect(one([holding({ tasks: [hatch], progress: null })])).toBeUndefined();
  expect(one([holding({ tasks: [hatch], progress: 0.95 })])).toBeDefined();
  expect(one([holding({ tasks: [task({ units: ['tray'] })] })])).toBeUndefined();
  expect(one([holding({ tasks: [task({ stations: ['yolksac'] })] })])).toBeUndefined();
  const young = task({ stations: ['yolksac'], forDays: 4 });
  expect(one([holding({ station: 'yolksac', tasks: [young] })])).toBeUndefined();
  expect(one([holding({ station: 'yolksac', tasks: [young], openedAt: now - 90 * HOUR })])).toBeDefined();
  expect(one([holding({ tasks: [task({ everyHours: 0 })] })])).toBeUndefined();
});

test('of two species that want the same, the more frequent is kept to', () => {
  const mixed = [holding(), holding({ unit: 'J2', tasks: [task({ everyHours: 6 })] })];
  expect(one(mixed, last(now - 6 * HOUR))!.due).toBe(true);
});
