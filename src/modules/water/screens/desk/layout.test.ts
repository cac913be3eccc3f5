import type { Work } from '@/core/water/circuits/works';
import { drawCircuits } from './layout';

const work = (id: number, kind: Work['kind'], more: Partial<Work> = {}): Work => ({
  id,
  name: `${kind} ${id}`,
  kind,
  from: [],
  rooms: [],
  breaker: null,
  watts: null,
  amperes: null,
  ...more,
});
const rooms = [{ id: 1 }, { id: 2 }, { id: 3 }];
const columnsOf = (works: Work[]) =>
  Object.fromEntries(drawCircuits(works, rooms).places.map((p) => [p.key, p.column]));

test('each work stands behind all that it takes from, rooms behind all works, the outflow at the end', () => {
  expect(
    columnsOf([
      work(1, 'source'),
      work(2, 'head', { from: [1] }),
      work(3, 'chiller', { from: [2, 1], rooms: [1] }),
      work(4, 'outflow', { rooms: [1] }),
      work(5, 'blower', { rooms: [1] }),
      work(6, 'breaker'),
    ]),
  ).toEqual({ w1: 0, w2: 1, w3: 2, w5: 2, r1: 3, w4: 4 });
});

test('water that runs in a circle is drawn, each work once', () => {
  const d = drawCircuits(
    [
      work(1, 'source'),
      work(2, 'pump', { from: [1, 4] }),
      work(3, 'filter', { from: [2], rooms: [1] }),
      work(4, 'head', { from: [3] }),
    ],
    rooms,
  );
  expect(new Set(d.places.map((p) => p.key)).size).toBe(d.places.length);
  expect(d.lines).toContainEqual({ from: 'w4', to: 'w2', kind: 'water' });
  expect(d.columns).toBeLessThan(8);
});

test('no two stand in one place; rooms that nothing serves are not drawn; nothing at all is an empty drawing', () => {
  const d = drawCircuits(
    [1, 2, 3, 4].map((id) => work(id, 'source', { rooms: [1 + (id % 2)] })),
    rooms,
  );
  const at = d.places.map((p) => `${p.column} ${p.row}`);
  expect(new Set(at).size).toBe(at.length);
  expect(d.places.map((p) => p.key)).not.toContain('r3');
  expect(drawCircuits([], rooms)).toMatchObject({ places: [], lines: [] });
});

test('what follows one work stands in its row: lines do not cross where they need not', () => {
  const d = drawCircuits(
    [
      work(1, 'source'),
      work(2, 'source'),
      work(3, 'filter', { from: [2], rooms: [2] }),
      work(4, 'filter', { from: [1], rooms: [1] }),
    ],
    rooms,
  );
  const row = (key: string) => d.places.find((p) => p.key === key)!.row;
  expect([row('w4'), row('w3')]).toEqual([row('w1'), row('w2')]);
  expect([row('r1'), row('r2')]).toEqual([row('w1'), row('w2')]);
});
