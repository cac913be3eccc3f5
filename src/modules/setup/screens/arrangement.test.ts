import { type Arranged, moveUnit, placesOf } from './arrangement';

const unit = (id: number) => ({ id, name: `J${id}`, kind: 'jar' });
const rows: Arranged = [
  { key: 'a', battery: 'A', units: [unit(1), unit(2), unit(3)] },
  { key: 'b', battery: 'B', units: [unit(4)] },
];
const names = (list: Arranged) => list.map((r) => r.units.map((u) => u.name).join(' '));

test('a unit goes before another, in its own row forward and back, into another row, and to an end', () => {
  expect(names(moveUnit(rows, 1, { row: 'a', place: 2 }))).toEqual(['J2 J1 J3', 'J4']);
  expect(names(moveUnit(rows, 3, { row: 'a', place: 0 }))).toEqual(['J3 J1 J2', 'J4']);
  expect(names(moveUnit(rows, 2, { row: 'b', place: 0 }))).toEqual(['J1 J3', 'J2 J4']);
  expect(names(moveUnit(rows, 4, { row: 'a', place: 3 }))).toEqual(['J1 J2 J3 J4', '']);
  expect(names(moveUnit(rows, 1, { row: 'a', place: 3 }))).toEqual(['J2 J3 J1', 'J4']);
  expect(moveUnit(rows, 9, { row: 'a', place: 0 })).toBe(rows);
});

test('places are told row by row; a row that was emptied leaves no gap', () => {
  expect(placesOf(moveUnit(rows, 4, { row: 'a', place: 0 })).map((p) => [p.id, p.x, p.y, p.battery])).toEqual([
    [4, 0, 0, 'A'],
    [1, 1, 0, 'A'],
    [2, 2, 0, 'A'],
    [3, 3, 0, 'A'],
  ]);
});
