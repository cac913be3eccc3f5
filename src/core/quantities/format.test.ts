import {
  decimals,
  degrees,
  degreesApart,
  figures,
  grouped,
  markBy,
  marked,
  percent,
  plain as plainNumber,
  short,
  withDoubt,
} from './format';

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

describe('the mark of who reads', () => {
  afterEach(() => markBy(() => '.'));

  test('stands before the decimals of every number; figures in words keep what is no number', () => {
    markBy(() => ',');
    expect(
      [decimals(12345.678, 1), figures(0.0432), plainNumber(0.25), percent(0.0312), short(1234)].map(plain),
    ).toEqual(['12 345,7', '0,0432', '0,25', '3,1 %', '1,2 k']);
    expect([degrees(8.25, false), degreesApart(1.5, false), degrees(8.25, true)]).toEqual([
      '8,3 °C',
      '1,5 °C',
      '46,9 °F',
    ]);
    expect(marked('exp(1.5 * t) at 2031-04-01T00:00:00.000Z')).toBe('exp(1,5 * t) at 2031-04-01T00:00:00.000Z');
  });

  test('is a point where nobody reads', () => {
    expect([decimals(1.25, 2), plainNumber(1e-7), plainNumber(0.1 + 0.2)]).toEqual(['1.25', '1e-7', '0.3']);
  });
});
