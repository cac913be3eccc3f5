import { DAY_MS } from '../time/spans';
import { type DischargeLine, nextSample, trendsOf } from './discharge';

const sample = (day: number, figures: DischargeLine['figures'], place = 'settling pond'): DischargeLine => ({
  at: day * DAY_MS,
  what: 'sample',
  place,
  figures,
});

test('the last of each figure stands against what the permit said, whenever it was said; what is beyond comes first', () => {
  const trends = trendsOf([
    sample(40, [{ kind: 'solids', value: 22 }]),
    sample(1, [
      { kind: 'solids', value: 12, most: 20 },
      { kind: 'phosphorus', value: 0.2, most: 0.5 },
    ]),
    sample(30, [{ kind: 'solids', value: 14 }], 'Settling pond '),
    { ...sample(50, []), what: 'disposal' },
  ]);
  expect(trends.map((t) => [t.kind, t.last.value, t.most, t.earlier])).toEqual([
    ['solids', 22, 20, [12, 14]],
    ['phosphorus', 0.2, 0.5, []],
  ]);
});

test('the next sample is due as they were usually taken, in a month after a first one', () => {
  expect(nextSample([])).toBeNull();
  expect(nextSample([sample(5, [])])).toBe(35 * DAY_MS);
  expect(nextSample([sample(0, []), sample(7, []), sample(14, []), sample(40, [])])).toBe(47 * DAY_MS);
});
