import { developmentModel } from '@/core/development/model';
import { limitId } from '@/core/species/ids';
import { provenances } from '@/core/species/provenances';
import { layOver } from '@/reference/overlay';
import { shippedSpecies, speciesOf } from '@/reference/shipped';
import { kindOf, readTyped, typedOf, valueAt, valueWords } from './valueForm';

const char = speciesOf('arctic-char');

describe('a value of the book as typed', () => {
  const all = [...shippedSpecies().keys()].flatMap((id) =>
    provenances(speciesOf(id)).map((p) => [id, p.path] as const),
  );

  test.each(['en-GB', 'de-DE', 'fr-FR'])(
    'every value of the shelf, opened and read again, is what it was: %s',
    (locale) => {
      expect(all.length).toBeGreaterThan(50);
      for (const [id, path] of all) {
        const s = speciesOf(id);
        const { value, figures } = valueAt(s, path);
        const kind = kindOf(value);
        const read = readTyped(typedOf(value, figures(kind), kind, locale), figures(kind), value, locale);
        expect([id, path, read.errors]).toEqual([id, path, {}]);
        // What is left out goes as null, and so is taken away: laid over, the species is the same.
        const laid = layOver(s, [{ path, value: read.value, source: 'test' }]);
        expect(valueAt(laid, path).value).toEqual(JSON.parse(JSON.stringify(value)));
      }
    },
  );

  test('every value has a name and words of its own, none of them code', () => {
    for (const [id, path] of all) {
      const s = speciesOf(id);
      const { title, value } = valueAt(s, path);
      expect(title).not.toMatch(/undefined|\./);
      expect(valueWords(s, path, value)).not.toMatch(/undefined|NaN|[{}[\]"]/);
    }
  });

  test('both ends of a range or neither; a table needs two whole points; a figure is missing', () => {
    const { value, figures } = valueAt(char, 'milestones.hatched');
    const read = (
      figuresTyped: Record<string, string>,
      kind: 'degreeDays' | 'table' = 'degreeDays',
      points: string[][] = [],
    ) =>
      readTyped(
        { kind, figures: figuresTyped, points: points.map(([celsius, days]) => ({ celsius: celsius!, days: days! })) },
        figures(kind),
        value,
        'en-GB',
      );
    const sum = { 'model.sum': '440', 'model.base': '0', cv: '6', within: '3' };
    expect(read(sum).value).toEqual({ model: { kind: 'degreeDays', sum: 440, base: 0 }, cv: 0.06, within: 0.03 });
    expect(read({ ...sum, 'model.range.low': '2' }).errors).toEqual({
      'model.range.high': 'give both ends, or neither',
    });
    expect(read({ ...sum, cv: '' }).value).toBeNull();
    expect(read({ ...sum, cv: 'six' }).errors.cv).toMatch(/not a number/);
    expect(read({ cv: '6', within: '3' }, 'table', [['4', '110']]).value).toBeNull();
    expect(
      read({ cv: '6', within: '3' }, 'table', [
        ['4', '110'],
        ['8', ''],
      ]).value,
    ).toBeNull();
    const table = read({ cv: '6', within: '3' }, 'table', [
      ['4', '110'],
      ['8', '56'],
      ['', ''],
    ]).value as { model: unknown };
    expect(developmentModel.safeParse(table.model).success).toBe(true);
  });
});

test('a limit loses its upper end when that is left empty', () => {
  const i = char.limits.findIndex((l) => l.low !== undefined || l.high !== undefined);
  const path = `limits.${limitId(char.limits[i]!)}`;
  const laid = layOver(char, [{ path, value: { low: 3, high: null }, source: 'own' }]);
  expect(laid.limits[i]).toMatchObject({ low: 3, source: 'own' });
  expect(laid.limits[i]).not.toHaveProperty('high');
  expect(valueWords(char, path, { low: 3, high: null })).toMatch(/^3 to – /);
});
