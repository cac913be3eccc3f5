import { provenances } from '@/core/species/provenances';
import { shippedSpecies } from '@/reference/shipped';
import { pathById } from './bookPaths';

test('own values are known by what they are, not by their place: those of earlier versions are carried over', () => {
  // In the version before, carp had its eggs a kilogram first and no figures of milt between.
  expect(pathById('common-carp', 'values.2')).toBe('values.oxygen-use-of-a-green-egg');
  expect(pathById('pikeperch', 'limits.3')).toBe('limits.oxygen@all');
  expect(pathById('pikeperch', 'handsOff.0')).toBe('handsOff.eggs-1');
  expect(pathById('pikeperch', 'limits.99')).toBeNull();
  expect(pathById('pikeperch', 'drift.fry')).toBe('drift.fry');
  for (const s of shippedSpecies().values()) {
    const now = provenances(s).map((p) => p.path);
    for (const group of ['limits', 'values', 'handsOff'])
      for (let i = 0; pathById(s.id, `${group}.${i}`) !== null; i++)
        expect(now).toContain(pathById(s.id, `${group}.${i}`));
  }
});
