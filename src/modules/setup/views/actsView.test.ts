import { decisions } from '@/modules/door';
import { actsView, formOf } from './actsView';

const view = actsView([...decisions.byType.values()].map((d) => d.act));

test('every act is shown with its fields, what is needed of them, and what it may ask', () => {
  expect(view).toHaveLength(decisions.byType.size);
  const pick = view.find((a) => a.type === 'pick.record')!;
  expect(pick).toMatchObject({
    title: 'Pick',
    by: ['manager', 'culturist', 'hand'],
    questions: [{ id: 'shortfall', answers: ['yes'] }],
    entries: ['picked'],
  });
  const field = (name: string) => pick.fields.find((f) => f.name === name);
  expect(field('unit')).toEqual({ name: 'unit', form: 'whole number', needed: true });
  expect(field('number')).toEqual({
    name: 'number',
    form: 'whole number, at least 0, at most 1000000000',
    needed: false,
  });
  expect(field('precision')).toMatchObject({ form: '“minute”, “day”', needed: false });
  const move = view.find((a) => a.type === 'move.record')!;
  expect(move.fields.map((f) => f.name)).toEqual(expect.arrayContaining(['sources', 'sources[].unit', 'to']));
});

test('a form in words', () => {
  expect(formOf({ type: 'number', exclusiveMinimum: 0, maximum: 240 })).toBe('number, above 0, at most 240');
  expect(formOf({ type: 'array', items: { type: 'string' }, minItems: 1 })).toBe('list of text, at least 1');
  expect(formOf({ anyOf: [{ type: 'integer' }, { type: 'null' }] })).toBe('whole number or null');
});
