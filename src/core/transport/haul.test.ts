import { shortAt, type UnderWay, underWayTodo } from './haul';

const MIN = 60_000;
const read = (minutes: number, oxygen: number | null, celsius: number | null = null, tank = 'front'): UnderWay => ({
  at: minutes * MIN,
  tank,
  oxygen,
  celsius,
});

test('oxygen that falls is carried on in a straight line through the last two readings', () => {
  expect(shortAt([read(0, 10), read(20, 8)], 'front', 6)).toBe(40 * MIN);
  // Only the last two count, in the order of time, of that tank.
  expect(shortAt([read(20, 8), read(0, 10), read(30, 7.5), read(25, 2, null, 'rear')], 'front', 6)).toBe(60 * MIN);
  expect(shortAt([read(0, 8), read(20, 5)], 'front', 6)).toBe(20 * MIN);
});

test.each([
  [[read(0, 10)]],
  [[read(0, 8), read(20, 9)]],
  [[read(0, 8), read(20, null, 9)]],
  [[read(0, 9), read(0, 8)]],
  [[read(0, 9.0001), read(20, 9)]],
])('oxygen that does not fall, or of which one reading is known, is never short', (readings) => {
  expect(shortAt(readings, 'front', 6)).toBeNull();
});

test('what to do: short now, short soon, warm, or nothing', () => {
  expect(underWayTodo(read(0, 5), null, 6, 8, 0)).toContain('more oxygen');
  expect(underWayTodo(read(0, 7), 12 * MIN, 6, 8, 2 * MIN)).toContain('in 10 min');
  expect(underWayTodo(read(0, 9, 12), null, 6, 8, 0)).toContain('ice');
  expect(underWayTodo(read(0, 9, 9), null, 6, 8, 0)).toBe('');
  expect(underWayTodo(undefined, null, 6, 8, 0)).toBe('');
});
