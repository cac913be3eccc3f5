import { z } from 'zod';
import { CalculationError, run } from '@/core/calculation';
import { loadCalculation, registry } from '@/core/registry';
import { choicesOf, formOf, formsOf, isOptional, missingKeys, type Shape, starter } from './shape';

const shapeOf = async (id: string) =>
  z.toJSONSchema((await loadCalculation(id))!.input, { io: 'input' }) as unknown as Shape;

describe.each(registry.map((c) => c.id))('%s', (id) => {
  test('whatever may be given besides begins with something that is read: refused, if at all, for its sense', async () => {
    const c = (await loadCalculation(id))!;
    const shape = await shapeOf(id);
    const example = c.example as Record<string, unknown>;
    for (const key of missingKeys(shape, example)) {
      expect(isOptional(shape, key)).toBe(true);
      const more = { ...example, [key]: starter(shape.properties![key]) };
      try {
        run(c, more);
      } catch (e) {
        // Two ways to say one thing, a name that is not there: told in words, not as a wrong kind of value.
        if (!(e instanceof CalculationError)) throw e;
        expect(e.message).not.toMatch(/[Ii]nvalid|expected/);
      }
    }
  });
});

describe('models of a clock, one of four forms', () => {
  const model = async () => (await shapeOf('development.rate')).properties!.model!;

  test('the form is told by its kind, and another one begins whole', async () => {
    const shape = await model();
    expect(formsOf(shape)).toHaveLength(4);
    expect(formOf(shape, { kind: 'power', a: 5, b: -2, alpha: -11 })!.required).toContain('alpha');
    const c = (await loadCalculation('development.rate'))!;
    for (const form of formsOf(shape)) {
      const value = starter(form) as { kind: string };
      expect(formOf(shape, value)).toBe(form);
      if (value.kind === 'table') continue;
      expect(c.input.safeParse({ model: value, celsius: 5 }).success).toBe(true);
    }
  });

  test('what a form may carry besides is offered, what it needs cannot be left out', async () => {
    const form = formOf(await model(), { kind: 'degreeDays', sum: 1, base: 0 });
    expect(missingKeys(form, { kind: 'degreeDays', sum: 1, base: 0 })).toEqual(['range']);
    expect([isOptional(form, 'range'), isOptional(form, 'sum')]).toEqual([true, false]);
  });
});

test('yes and no, and one of a few words, are chosen; a figure is typed', async () => {
  const { properties } = await shapeOf('genetics.matingPlan');
  expect(choicesOf(properties!.betweenStocks)).toEqual([true, false]);
  expect(choicesOf(properties!.objective)).toEqual(['inbreeding', 'meanKinship']);
  expect(choicesOf(properties!.malesPerFemale)).toBeNull();
  expect(starter(properties!.avoid)).toEqual([['a', 'a']]);
});
