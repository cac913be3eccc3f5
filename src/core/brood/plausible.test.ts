import { speciesOf } from '@/reference/shipped';
import { parseFish } from './parseFish';
import { adultMassG, notAMass } from './plausible';

const read = (text: string, locale = 'de-DE') =>
  parseFish(text, {
    locale,
    known: new Map(),
    units: new Set(),
    thisYear: 2031,
    massG: adultMassG(speciesOf('arctic-char')),
  });
const masses = (text: string, locale?: string) => read(text, locale).rows.map((r) => r.massG);

test('a bare mass is in the unit in which such fish can weigh that', () => {
  expect(masses('tag;mass\nA;3,45\nB;2,1\nC;4,8')).toEqual([3450, 2100, 4800]);
  expect(masses('tag;mass\nA;1850\nB;920\nC;2400')).toEqual([1850, 920, 2400]);
  expect(masses('tag;mass kg\nA;3,45')).toEqual([3450]);
  expect(masses('tag,mass\nA,3.45 kg', 'en-GB')).toEqual([3450]);
});

test('where it could be grams or kilograms it is asked for, and what no fish weighs is refused', () => {
  const both = read('tag;mass\nA;42\nB;55\nC;38');
  expect(both.problems).toHaveLength(3);
  expect(both.problems[0]!.why).toMatch(/head the column “mass g” or “mass kg”/);
  expect(read('tag;mass kg\nA;2400').problems[0]!.why).toMatch(/2400 kg: no fish of this species/);
});

test('2 400 kg are no char', () => {
  expect(notAMass(speciesOf('arctic-char'), 2_400_000)).toMatch(
    /2.?400 kg is no Arctic char, of which Reference has 60 kg at most/,
  );
  expect(notAMass(speciesOf('arctic-char'), 2400)).toBeNull();
});
