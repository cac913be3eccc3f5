import { massBound, massEach, massOfAll } from './mass';

const plain = (s: string) => s.replace(/\s/g, ' ');

test('one animal: grams, or how many to a pound, or pounds of large ones', () => {
  expect([0.00431, 0.405, 2.03, 150].map((g) => massEach(g, false)).map(plain)).toEqual([
    '0.00431 g',
    '0.405 g',
    '2.03 g',
    '150 g',
  ]);
  // 453.59237 g a pound: 105 242, 1 120, 223, 3.02; 300 g are 0.661 lb.
  expect([0.00431, 0.405, 2.03, 150, 300].map((g) => massEach(g, true)).map(plain)).toEqual([
    '105 000/lb',
    '1 120/lb',
    '223/lb',
    '3.02/lb',
    '0.661 lb',
  ]);
});

test('many animals: kilograms or pounds', () => {
  expect([massOfAll(18_100, false), massOfAll(18_100, true), massOfAll(18_125, false, 2)]).toEqual([
    '18.1 kg',
    '39.9 lb',
    '18.13 kg',
  ]);
});

test('a class begins where it was typed to begin', () => {
  expect([massBound(0.3, false), massBound(25, false), massBound(12.25, false)]).toEqual(['0.3 g', '25 g', '12.25 g']);
  expect(massBound(453.59237, true)).toBe('1 lb');
});
