import { Chance } from '@/core/chance';
import { parseLogger } from '@/core/readings/parseLogger';
import { isoDay } from '@/core/time/localDay';
import { loggerFile, waterOf, waters } from './water/waters';

const ANCHOR = Date.parse('2031-04-14T05:42:00Z');

describe('chance', () => {
  test('the same seed gives the same season, another one another', () => {
    const draw = (seed: number) => {
      const c = new Chance(seed);
      return [c.next(), c.whole(1, 6), c.normal(), c.count(3), c.count(300)];
    };
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
  });

  test('draws keep within their bounds, and have the mean and the scatter that they say', () => {
    const c = new Chance(2031);
    const many = (f: () => number) => Array.from({ length: 20_000 }, f);
    const mean = (v: number[]) => v.reduce((s, x) => s + x, 0) / v.length;
    const variance = (v: number[]) => {
      const m = mean(v);
      return mean(v.map((x) => (x - m) ** 2));
    };
    const uniform = many(() => c.next());
    expect([Math.min(...uniform) >= 0, Math.max(...uniform) < 1]).toEqual([true, true]);
    expect(mean(uniform)).toBeCloseTo(0.5, 2);
    expect(new Set(many(() => c.whole(1, 6)))).toEqual(new Set([1, 2, 3, 4, 5, 6]));
    const normal = many(() => c.normal(10, 2));
    expect([mean(normal), Math.sqrt(variance(normal))]).toEqual([expect.closeTo(10, 1), expect.closeTo(2, 1)]);
    const few = many(() => c.count(3));
    expect([mean(few), variance(few) / mean(few)]).toEqual([expect.closeTo(3, 1), expect.closeTo(1, 1)]);
    const lots = many(() => c.count(200));
    // Scattered 1.3 times as much as Poisson: 1.69 of its variance.
    expect([mean(lots) / 200, variance(lots) / 200]).toEqual([expect.closeTo(1, 2), expect.closeTo(1.69, 1)]);
    expect(many(() => c.count(0)).every((n) => n === 0)).toBe(true);
  });
});

describe('the waters of Ombrel', () => {
  test('the cold room is cold, the river swings with the year, the warm room trips once', () => {
    const year = Array.from({ length: 365 * 4 }, (_, i) => i / 4 - 365);
    for (const w of waters) {
      const all = year.map(w.celsius);
      expect([w.sensor, Math.min(...all) > 0, Math.max(...all) < 22]).toEqual([w.sensor, true, true]);
    }
    const swing = (s: string) => {
      const all = year.map(waterOf(s).celsius);
      return Math.max(...all) - Math.min(...all);
    };
    expect(swing('river')).toBeGreaterThan(12);
    expect(swing('cold2')).toBeLessThan(3);
    const warm = waterOf('bay2').celsius;
    expect(warm(-6.22)).toBeLessThan(11);
    expect([warm(-8), warm(-4)]).toEqual([expect.closeTo(14.2, 0), expect.closeTo(14.2, 0)]);
  });

  test('a logger’s file reads back whole: hourly, with the gaps that were put in and no other', () => {
    const file = parseLogger(loggerFile(waterOf('cold2'), ANCHOR, -120, 0, 5), {
      timeZone: 'Europe/Vienna',
      kind: 'temperature',
    });
    expect([file.problems, file.ambiguousDates]).toEqual([[], false]);
    const gaps = file.rows.flatMap((r, i) => {
      const before = file.rows[i - 1];
      return before && r.at - before.at > 2 * 3_600_000 ? [isoDay(before.at, 'Europe/Vienna')] : [];
    });
    expect(gaps).toEqual([isoDay(ANCHOR - 88 * 86_400_000, 'Europe/Vienna')]);
    expect(file.rows.length).toBeGreaterThan(120 * 24 - 15);
    expect(loggerFile(waterOf('cold2'), ANCHOR, -3, 0, 5)).toBe(loggerFile(waterOf('cold2'), ANCHOR, -3, 0, 5));
  });
});
