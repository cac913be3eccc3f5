import { developmentModel } from '@/core/development/model';
import { limitId } from '@/core/species/ids';
import { provenances } from '@/core/species/provenances';
import { layOver } from '@/reference/overlay';
import { shippedSpecies, speciesOf } from '@/reference/shipped';
import { kindOf, readTyped, typedOf, unitOf, valueAt, valueWords } from './valueForm';

const char = speciesOf('arctic-char');

describe('a value of the book as typed', () => {
  const all = [...shippedSpecies().keys()].flatMap((id) =>
    provenances(speciesOf(id)).map((p) => [id, p.path] as const),
  );

  test.each([
    ['en-GB', false],
    ['de-DE', false],
    ['fr-FR', false],
    ['en-US', true],
  ] as const)('every shipped value, opened and read again, is what it was: %s, US %s', (locale, us) => {
    expect(all.length).toBeGreaterThan(50);
    for (const [id, path] of all) {
      const s = speciesOf(id);
      const { value, figures } = valueAt(s, path);
      const kind = kindOf(value);
      const read = readTyped(typedOf(value, figures(kind), kind, locale, us), figures(kind), value, locale, us);
      expect([id, path, read.errors]).toEqual([id, path, {}]);
      // What is left out goes as null, and so is taken away: laid over, the species is the same.
      const laid = layOver(s, [{ path, value: read.value, source: 'test' }]);
      expect(valueAt(laid, path).value).toEqual(JSON.parse(JSON.stringify(value)));
    }
  });

  test('every value has a name and words of its own, none of them code', () => {
    for (const [id, path] of all) {
      const s = speciesOf(id);
      const { title, value } = valueAt(s, path);
      expect(title).not.toMatch(/undefined|\./);
      expect(valueWords(s, path, value)).not.toMatch(/undefined|NaN|[{}[\]"]/);
    }
  });

  test('a US reader types and reads °F: temperatures shifted, sums and steps not; published coefficients as they are', () => {
    const { value, figures } = valueAt(char, 'milestones.hatched');
    const typed = {
      kind: 'degreeDays' as const,
      figures: {
        'model.sum': '792',
        'model.base': '32',
        'model.range.low': '36',
        'model.range.high': '50',
        cv: '6',
        within: '3',
      },
      points: [],
    };
    expect(figures('degreeDays').map((f) => unitOf(f, true))).toEqual(['°F·days', '°F', '°F', '°F', '%', '%']);
    const read = readTyped(typed, figures('degreeDays'), value, 'en-US', true).value!;
    expect(read.model).toEqual({
      kind: 'degreeDays',
      sum: 440,
      base: 0,
      range: { low: expect.closeTo(2.2222, 4), high: 10 },
    });
    expect(valueWords(char, 'milestones.hatched', read, true)).toBe('792 °F·days above 32 °F, spread 6 %');
    expect(figures('power').map((f) => unitOf(f, true))).toEqual(['', '', '°C', '°F', '°F', '%', '%']);
    const step = char.limits.find((l) => l.unit === '°C' && l.what !== 'temperature')!;
    const path = `limits.${limitId(step)}`;
    const { value: was, figures: own } = valueAt(char, path);
    expect(typedOf(was, own(null), null, 'en-US', true).figures.high).toBe(String(1.8 * step.high!));
    for (const [id, of] of all)
      expect(valueWords(speciesOf(id), of, valueAt(speciesOf(id), of).value, true)).not.toContain('°C');
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
