import { numberFrom } from '../books/measure';
import { volumetricCount } from '../eggs/volumetric';
import { countByWeight } from './countByWeight';
import { postedRelativeSd, ratioEstimate } from './ratio';

const eggs = (...counts: number[]) => counts.map((count) => ({ volumeMl: 10, count }));
const fry = (...masses: number[]) => masses.map((massG) => ({ massG, count: 50 }));

describe('what goes to the books', () => {
  test('what is posted shows the ± of its working: half-width over 1.96', () => {
    const c = volumetricCount(eggs(212, 198, 205), 3000);
    expect(c.sd * 1.959963984540054).toBeCloseTo(c.eggs * c.relativeHalf, 6);
  });

  test('three samples that happen to agree are not sure beyond counting error', () => {
    const c = volumetricCount(eggs(205, 205, 205), 3000);
    expect(c.relativeHalf).toBeCloseTo(1.959964 / Math.sqrt(615), 6);
    expect(c.sd / c.eggs).toBeCloseTo(1 / Math.sqrt(615), 9);
  });

  test('one or two samples take the hatchery’s own scatter; without it one has counting error and says so', () => {
    expect(volumetricCount(eggs(205), 3000, 0, { priorCv: 0.08 }).sd / 61500).toBeCloseTo(0.08, 6);
    const alone = volumetricCount(eggs(205), 3000);
    expect(alone.sd / alone.eggs).toBeCloseTo(1 / Math.sqrt(205), 6);
    expect(alone.ratio.warnings[0]).toMatch(/one sample only/);
  });

  test('two samples that differ more than this hatchery’s do keep their own scatter and ask for a third', () => {
    const r = ratioEstimate(
      [
        { y: 150, x: 10 },
        { y: 260, x: 10 },
      ],
      410,
      { priorCv: 0.05 },
    );
    expect(r.basis).toBe('samples');
    expect(r.warnings.join()).toMatch(/take a third/);
  });

  test('weighed batches that agree by luck get the usual scatter; those that scatter as usual keep their own', () => {
    const lucky = ratioEstimate(
      fry(10, 10.001, 10, 10.001, 10).map((b) => ({ y: b.massG, x: b.count })),
      250,
    );
    expect(postedRelativeSd(lucky, 5, { usualCv: 0.04 })).toBeCloseTo(0.04 / Math.sqrt(5), 6);
    const usual = countByWeight(fry(10, 10.5, 9.6, 10.3, 9.7), 1000, 0, { priorCv: 0.04 });
    expect(usual.sd).toBeCloseTo((usual.number * usual.relativeHalf) / 1.959963984540054, 6);
  });

  test('batches that agree to the last digit tell nothing of their scatter: counting error stands in', () => {
    const same = countByWeight(fry(25, 25, 25, 25, 25), 2495);
    expect([same.number, same.relativeHalf]).toEqual([4990, 0]);
    expect(same.sd / same.number).toBeCloseTo(1 / Math.sqrt(250), 9);
    const almost = countByWeight(fry(25, 25.1, 25, 24.9, 25), 2495);
    expect(almost.sd / almost.number).toBeLessThan(0.01);
  });

  test('the error of the total adds in squares', () => {
    const without = countByWeight(fry(10, 10.5, 9.6), 1000);
    const withError = countByWeight(fry(10, 10.5, 9.6), 1000, 30);
    expect(withError.relativeHalf).toBeCloseTo(Math.hypot(without.relativeHalf, 1.959963984540054 * 0.03), 9);
  });

  test('a count by hand has no error, an estimate has the one that was given', () => {
    expect(numberFrom({ method: 'counted', number: 812 })).toEqual({ number: 812, sd: 0, df: null, how: 'counted' });
    expect(numberFrom({ method: 'estimated', number: 14000, half: 1960 }).sd).toBeCloseTo(1000, 0);
    const buckets = numberFrom({
      method: 'buckets',
      batches: fry(100, 101, 99),
      bucketsG: [2000, 2000, 1000],
      bucketSdG: 10,
    });
    expect([buckets.number, buckets.how]).toEqual([2500, 'weighed']);
  });
});
