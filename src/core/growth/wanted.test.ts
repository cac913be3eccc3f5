import { DAY_MS } from '../time/spans';
import { massAt, warmthFrom } from './forecast';
import { outsideOf, stretchesOf } from './stretches';
import { daysBehind, wantedBy } from './wanted';

const NOW = Date.parse('2031-04-14T00:00:00Z');
const at10 = warmthFrom([{ at: NOW, celsius: 10 }], NOW);

describe('a size by a date', () => {
  test('from one gram to eight at a coefficient of one takes a thousand degree-days: in 80 days 12.5 °C', () => {
    const w = wantedBy(at10, { startG: 1, targetG: 8, tgc: 1, conversion: 1.1 }, NOW, NOW + 80 * DAY_MS)!;
    expect(w.needsCelsius).toBeCloseTo(12.5, 9);
    expect(w.foreseenCelsius).toBeCloseTo(10, 6);
    expect(w.share).toBeCloseTo(1.25, 6);
    expect(w.feedG).toBeCloseTo(7.7, 9);
  });

  test('grown in the water that it asks for, they weigh what was wanted; at the share that it leaves, too', () => {
    const by = NOW + 120 * DAY_MS;
    const w = wantedBy(at10, { startG: 2, targetG: 7, tgc: 0.9 }, NOW, by)!;
    const warmer = warmthFrom([{ at: NOW, celsius: w.needsCelsius }], NOW);
    expect(massAt(warmer, { startG: 2, startCv: 0, tgc: 0.9, tgcCv: 0 }, by).meanG).toBeCloseTo(7, 6);
    expect(massAt(at10, { startG: 2, startCv: 0, tgc: 0.9 * w.share, tgcCv: 0 }, by).meanG).toBeCloseTo(7, 6);
    expect(w.feedG).toBeNull();
  });

  test('a day that is past, a size that is reached, water in which nothing grows', () => {
    expect(wantedBy(at10, { startG: 1, targetG: 8, tgc: 1 }, NOW, NOW - DAY_MS)).toBeNull();
    expect(wantedBy(at10, { startG: 9, targetG: 8, tgc: 1 }, NOW, NOW + DAY_MS)).toBeNull();
    const ice = warmthFrom([{ at: NOW, celsius: 0 }], NOW);
    expect(wantedBy(ice, { startG: 1, targetG: 8, tgc: 1 }, NOW, NOW + DAY_MS)!.share).toBe(Number.POSITIVE_INFINITY);
    expect(daysBehind(1, 8, 1, 10)).toBeCloseTo(100, 9);
    expect(daysBehind(1, 8, 1, 0)).toBeNull();
  });
});

describe('hardship', () => {
  const day = (n: number) => NOW + n * DAY_MS;
  /** A span of thirty days at 10 °C with so much of a coefficient of one. */
  const span = (k: number, tgc: number, sdG = 0.01) => {
    const startG = 1;
    return {
      from: day(30 * k),
      to: day(30 * (k + 1)),
      startG,
      startSdG: sdG,
      endG: (1 + (tgc * 300) / 1000) ** 3,
      endSdG: sdG,
      degreeDays: 300,
    };
  };
  const usual = { tgc: 1, sd: 0.05 };

  test('a span of half the growth is slow; one that makes up for it is said, without a slow one before it is not', () => {
    expect(stretchesOf([span(0, 1), span(1, 0.5), span(2, 1.5)], usual).map((s) => [s.is, s.from])).toEqual([
      ['slow', day(30)],
      ['caughtUp', day(60)],
    ]);
    expect(stretchesOf([span(0, 1), span(1, 1.5)], usual)).toEqual([]);
    expect(stretchesOf([span(0, 0.5), span(1, 1), span(2, 1.5)], usual).map((s) => s.is)).toEqual(['slow']);
  });

  test('what weighings that scatter cannot tell, and a small difference, are none', () => {
    expect(stretchesOf([span(0, 0.5, 0.6)], usual)).toEqual([]);
    expect(stretchesOf([span(0, 0.85)], usual)).toEqual([]);
  });

  test('days of too cold or too warm water in a row are one; a gap parts them', () => {
    const days = [4, 3, 3, 8, 3, 19, 20].map((celsius, i) => ({ day: day(i), celsius }));
    expect(outsideOf(days, { low: 4, high: 18 })).toEqual([
      { from: day(1), to: day(3), is: 'cold' },
      { from: day(4), to: day(5), is: 'cold' },
      { from: day(5), to: day(7), is: 'warm' },
    ]);
    expect(outsideOf(days, {})).toEqual([]);
  });
});
