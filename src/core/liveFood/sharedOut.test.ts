import { sharedOut } from './sharedOut';

test('by the number of mouths, to the last animal', () => {
  expect(sharedOut(12_000_000, [40_000, 80_000])).toEqual([4_000_000, 8_000_000]);
  // A third each of ten: the first keeps what is over.
  expect(sharedOut(10, [7, 7, 7])).toEqual([4, 3, 3]);
  expect(sharedOut(10, [0, 0])).toEqual([5, 5]);
  expect(sharedOut(10, [])).toEqual([]);
});

test('the parts always sum to the whole', () => {
  for (let k = 1; k < 200; k++) {
    const mouths = Array.from({ length: 1 + (k % 7) }, (_, i) => ((k * 7919 + i * 104_729) % 1000) / 7);
    const parts = sharedOut(k * 31, mouths);
    expect(parts.reduce((s, n) => s + n, 0)).toBe(k * 31);
    expect(parts.every((n) => n >= 0 && Number.isInteger(n))).toBe(true);
  }
});
