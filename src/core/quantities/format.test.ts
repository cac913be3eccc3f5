import { decimals, figures, grouped, percent, withDoubt } from './format';

const plain = (s: string | null) => s?.replaceAll('\u2005', ' ') ?? null;

test('numbers are grouped, and rounded as far as they are known', () => {
  expect([0, 812, 48213, 1234567, -306].map((n) => plain(grouped(n)))).toEqual([
    '0',
    '812',
    '48 213',
    '1 234 567',
    '−306',
  ]);
  const shown = (n: number, half: number) => [plain(withDoubt(n, half).number), plain(withDoubt(n, half).half)];
  expect(shown(48213, 1904)).toEqual(['48 200', '1 900']);
  expect(shown(61500, 5216.7)).toEqual(['61 500', '5 200']);
  expect(shown(812, 0)).toEqual(['812', null]);
  expect(shown(812, 3.4)).toEqual(['812', '3']);
  expect(shown(0, 0.4)).toEqual(['0', null]);
});

test('decimals, figures and per cent without noise', () => {
  expect([decimals(-0.04, 1), decimals(-1.25, 1), plain(decimals(12345.678, 1))]).toEqual(['0.0', '−1.3', '12 345.7']);
  expect([figures(0.0432101), figures(2.5), figures(1234.56), figures(615, 5), figures(0)].map(plain)).toEqual([
    '0.0432',
    '2.50',
    '1 235',
    '615',
    '0',
  ]);
  expect([percent(0.0312), percent(0.42), percent(0.985)].map(plain)).toEqual(['3.1 %', '42 %', '98.5 %']);
  // Nearly all is not all.
  expect([percent(0), percent(1), percent(0.99999)].map(plain)).toEqual(['0 %', '100 %', '100.0 %']);
});
