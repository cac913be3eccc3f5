import { bathAt, bathsOf, isFresh } from './baths';
import { type DayEntry, dayState } from './dayState';

const entry = (id: string, kind: string, at: number, intent: unknown): DayEntry => ({
  id,
  kind,
  at,
  by: 'x',
  note: '',
  intent,
});
const bowl = (name: string) =>
  entry(`c${name}`, 'cross', 0, { bowl: name, females: [], males: [], how: 'pooled', protocols: ['iodine'] });
const into = (name: string, at: number, more = {}) =>
  entry(`s${name}${at}`, 'step', at, { bowl: name, protocol: 'iodine', step: 'in', skipped: false, why: '', ...more });
const mixed = (id: string, at: number, batchesMost = 2) => entry(id, 'bath', at, { protocol: 'iodine', batchesMost });
const protocols = new Map([['iodine', { bath: { step: 'in' } as never }]]);
const of = (entries: DayEntry[]) => bathsOf(dayState(entries), protocols);

test('batches go to the bath that was in use when they went in', () => {
  const baths = of([
    bowl('A'),
    bowl('B'),
    bowl('C'),
    mixed('b1', 10),
    into('A', 12),
    into('B', 20),
    mixed('b2', 25),
    into('C', 26),
  ]);
  expect(baths.map((b) => [b.nth, b.batches.map((x) => x.bowl), b.until])).toEqual([
    [1, ['A', 'B'], 25],
    [2, ['C'], null],
  ]);
  expect(isFresh(bathAt(baths, 'iodine', 24))).toBe(false);
  expect(isFresh(bathAt(baths, 'iodine', 30))).toBe(true);
});

test('a step left out, another protocol, or a time before any bath is no batch of it', () => {
  const baths = of([bowl('A'), bowl('B'), mixed('b1', 10), into('A', 5), into('B', 12, { skipped: true })]);
  expect(baths[0]!.batches).toEqual([]);
  expect(bathAt(baths, 'iodine', 9)).toBeNull();
  expect(bathAt(baths, 'another', 11)).toBeNull();
  expect(isFresh(null)).toBe(false);
});
