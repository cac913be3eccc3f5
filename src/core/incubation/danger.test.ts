import { speciesOf } from '@/reference/shipped';
import type { Station } from '../species/stations';
import { dangerOf, oxygenUse } from './danger';
import { inWindow } from './handsOff';

const char = speciesOf('arctic-char');
const eggs = { station: 'eggs' as const, progress: 0.7, number: 16_000 };
const water = { celsius: 5, oxygenMgPerL: null, altitudeM: null };

test('oxygen use rises with stage and warmth, twofold in ten degrees', () => {
  const use = (station: Station, progress: number, celsius: number) => oxygenUse(char, station, progress, celsius)!;
  expect(use('eggs', 0.2, 5)).toBeLessThan(use('eggs', 0.7, 5));
  expect(use('eggs', 0.7, 5)).toBeLessThan(use('yolksac', 1, 5));
  expect(use('eggs', 0.7, 15) / use('eggs', 0.7, 5)).toBeCloseTo(2, 6);
  expect(oxygenUse(speciesOf('noble-crayfish'), 'eggs', 0.7, 5)).toBeNull();
});

test('measured oxygen takes the place of what is assumed; at the limit there are no minutes left', () => {
  const usual = dangerOf(char, eggs, { volumeL: 12 }, water)!;
  const low = dangerOf(char, eggs, { volumeL: 12 }, { ...water, oxygenMgPerL: 7.5 })!;
  expect(low.minutes).toBeLessThan(usual.minutes / 2);
  expect(low.flowNeeded).toBeGreaterThan(usual.flowNeeded);
  expect(dangerOf(char, eggs, { volumeL: 12 }, { ...water, oxygenMgPerL: 4 })!.minutes).toBe(0);
  expect(dangerOf(char, eggs, { volumeL: 12 }, { ...water, oxygenMgPerL: 6.5 })!.flowNeeded).toBe(
    Number.POSITIVE_INFINITY,
  );
});

test('without volume, temperature or eggs nothing is claimed', () => {
  expect(dangerOf(char, eggs, { volumeL: null }, water)).toBeNull();
  expect(dangerOf(char, eggs, { volumeL: 12 }, { ...water, celsius: null })).toBeNull();
  expect(dangerOf(char, { ...eggs, number: 0 }, { volumeL: 12 }, water)).toBeNull();
});

test('the gravest of two windows counts, and its end is not in it', () => {
  const w = (from: number, to: number, severity: number) => ({
    id: `w-${severity}`,
    station: 'eggs' as const,
    from,
    to,
    severity,
    why: String(severity),
    source: 'x',
    hint: '',
  });
  const species = { handsOff: [w(0.1, 0.5, 2), w(0.3, 0.4, 1)] };
  expect(inWindow(species, 0.35)!.severity).toBe(1);
  expect(inWindow(species, 0.4)!.severity).toBe(2);
  expect(inWindow(species, 0.5)).toBeNull();
});
