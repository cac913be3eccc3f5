import type { Due, DueKind } from '@/core/planning/due';
import type { DayWant } from '@/modules/spawning/views/daysNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { firstThings } from './firstThings';

const NOW = Date.parse('2031-04-14T05:42:00Z');
const due = (kind: DueKind, says: string, over: Partial<Due> = {}): Due =>
  ({ holdingId: 0, unitId: 0, kind, urgency: 1, says, since: NOW, ...over }) as Due;
const holding = (unit: string, list: Due[], over: { lot?: string; expected?: number } = {}) =>
  ({
    holdingId: Number(unit.slice(1)),
    unit,
    lot: over.lot ?? 'AC-31-01',
    lotId: Number((over.lot ?? '1').slice(-2)),
    station: 'eggs',
    due: list,
    watch: over.expected === undefined ? null : { now: { expected: over.expected } },
  }) as unknown as LivingHolding;
const want = (who: string, over: Partial<DayWant>) =>
  ({
    key: who,
    day: 7,
    who,
    says: 'look whether she runs',
    at: NOW,
    by: null,
    now: true,
    late: false,
    ...over,
  }) as DayWant;
const of = (holdings: LivingHolding[], wants: DayWant[] = []) =>
  firstThings(holdings, wants, NOW, (h) => `/to/${h.unit}`).map((t) => [t.tone, t.who, t.says, t.href]);

test('rounds that were missed are one thing, begun where most dead are expected', () => {
  const missed = ['J1', 'J2', 'J3', 'J4', 'J5', 'J6'].map((u, i) =>
    holding(u, [due('pick', 'not picked for 3 days: 5 to 9 expected')], { expected: i === 2 ? 90 : i }),
  );
  expect(of(missed)).toEqual([
    [
      'overdue',
      '6 units',
      'not picked since yesterday or longer: begin with J3, J6, J5, J4 and 2 more',
      '/?order=likeliest',
    ],
  ]);
  // One alone keeps its own words and is opened itself.
  expect(of([missed[0]!])).toEqual([['overdue', 'J1', 'not picked for 3 days: 5 to 9 expected', '/to/J1']]);
});

test('what lies beyond its pattern comes before what is late, that before what was missed', () => {
  const things = of(
    [
      holding('J1', [due('pick', 'not picked for 2 days')]),
      holding('J2', [due('rise', '598 dead, 5 to 123 expected')]),
      holding('J3', [due('hatch', 'hatch may begin: look')], { lot: 'PP-31-02' }),
      holding('J4', [due('hatch', 'hatch overdue: look closely')], { lot: 'PP-31-03' }),
    ],
    [want('STF12', { late: true, at: NOW - 13 * 60_000 }), want('bowl A', {}), want('STF13', { now: false })],
  );
  expect(things.map(([tone, who]) => [tone, who])).toEqual([
    ['grave', 'J2'],
    ['overdue', 'STF12'],
    ['overdue', 'PP-31-03'],
    ['overdue', 'J1'],
    ['now', 'bowl A'],
    ['now', 'PP-31-02'],
  ]);
});

test('a check that is overdue in four jars of one lot is one line that names them', () => {
  const jars = ['J1', 'J2', 'J3', 'J4'].map((u) =>
    holding(u, [due('check', 'eyed check due, overdue', { check: 'eyed' })]),
  );
  expect(of(jars)).toEqual([['overdue', 'AC-31-01', 'eyed check due, overdue (J1, J2, J3, J4)', '/to/J1']]);
});

test('nothing urgent, nothing first', () => {
  expect(of([holding('J1', [due('weigh', 'sample weights are 15 days old', { urgency: 3 })])])).toEqual([]);
});
