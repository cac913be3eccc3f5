import { z } from 'zod';
import { registry } from '@/core/registry';
import { perOunce, unitFor, words } from './keys';

test.each([
  ['volumeMl', 'volume', 'mL'],
  ['useMgPerKgHour', 'use', 'mg/(kg·h)'],
  ['areaCm2', 'area', 'cm²'],
  ['bucketSdG', 'bucket, standard deviation', 'g'],
  ['soilPH', 'soil pH', ''],
  ['nh3MgPerL', 'NH₃', 'mg/L'],
  ['speedMmPerS', 'speed', 'mm/s'],
  // A number of eggs stands above the line: the litre is no unit of it.
  ['eggsPerL', 'eggs per L', ''],
  ['mlPerDryG', 'mL per dry g', ''],
  ['naupliiPerGram', 'nauplii per g', ''],
  ['strippedPerHour', 'stripped per hour', ''],
  ['mgPerL', 'mg/L', ''],
  ['perHourKg', 'each hour', 'kg'],
  ['daysLeft', 'days left', ''],
  ['bars 2', 'bars 2', ''],
  ['plant.chillKw', 'plant: chill', ''],
  // Not keys: what somebody named, and units that are chosen.
  ['F1×M1', 'F1×M1', ''],
  ['K1', 'K1', ''],
  ['first is higher', 'first is higher', ''],
  ['mL', 'mL', ''],
])('%s is read as "%s", in "%s"', (key, word, unit) => expect([words(key), unitFor(key)]).toEqual([word, unit]));

test('no key of any calculation ends in "per", or leaves a letter of a unit behind', async () => {
  const keys = new Set<string>();
  const collect = (schema: unknown): void => {
    if (schema === null || typeof schema !== 'object') return;
    const { properties } = schema as { properties?: Record<string, unknown> };
    for (const key of Object.keys(properties ?? {})) keys.add(key);
    for (const inner of Object.values(schema)) collect(inner);
  };
  for (const listed of registry) {
    const c = await listed.load();
    collect(z.toJSONSchema(c.input, { io: 'input' }));
    collect(z.toJSONSchema(c.output, { unrepresentable: 'any' }));
  }
  expect(keys.size).toBeGreaterThan(600);
  const odd = [...keys].filter((k) => / per$|^per$|\b(mg|ml|kw|kwh|ntu|cm2?|m[23]|p h|mm) *$/.test(words(k)));
  expect(odd).toEqual([]);
});

test('a count in a litre has its US words, a mass in a litre has none', () => {
  expect(perOunce('eggsPerL', 9100)).toMatch(/^269 a fl oz, 8.612 a qt$/);
  expect(perOunce('oxygenMgPerL', 9)).toBeNull();
});
