import { z } from 'zod';
import { keysAt, strayKey } from '@/core/knownKeys';
import { defineAct } from './act/define';
import type { ActRefused } from './act/refused';
import { mustBeKnown, parseInput } from './payload';

const NOW = Date.parse('2031-04-14T05:42:00Z');

const harvest = defineAct({
  type: 'test.harvest',
  title: 'Harvest',
  by: ['manager'],
  input: z.object({
    unit: z.number().int(),
    note: z.string().trim().default(''),
    classes: z.array(z.object({ fromG: z.number(), name: z.string().default('') })).default([]),
    counts: z.record(z.string(), z.number()).default({}),
    how: z
      .discriminatedUnion('by', [
        z.object({ by: z.literal('net'), hauls: z.number() }),
        z.object({ by: z.literal('drain'), hours: z.number() }),
      ])
      .optional(),
  }),
});

function refusal(sent: unknown): { path: string; message: string; whatToDo: string } | null {
  try {
    mustBeKnown(harvest, sent, parseInput(harvest, sent, NOW));
    return null;
  } catch (e) {
    const { path, message, todo } = e as ActRefused;
    return { path, message, whatToDo: todo };
  }
}

test('a mistyped key is refused by name, with the one that is perhaps meant', () => {
  expect(refusal({ unit: 3, clases: [{ fromG: 200 }] })).toEqual({
    path: 'clases',
    message: 'clases is not a field of test.harvest. Nothing was recorded.',
    whatToDo: 'Meant is perhaps classes.',
  });
});

test('as deep as it stands: in the second of a list, and in the form that was chosen', () => {
  expect(refusal({ unit: 3, classes: [{ fromG: 1 }, { fromG: 2, nmae: 'large' }] })).toMatchObject({
    path: 'classes.1.nmae',
    whatToDo: 'Meant is perhaps name.',
  });
  // Hours are of the other form: dropped, they would seem to be kept.
  expect(refusal({ unit: 3, how: { by: 'net', hauls: 2, hours: 4 } })).toMatchObject({ path: 'how.hours' });
  expect(refusal({ unit: 3, weather: 'fair' })).toMatchObject({ whatToDo: 'Leave it out.' });
});

test('what the act knows passes: left out, empty, names of one’s own in a table of counts', () => {
  expect(refusal({ unit: 3 })).toBeNull();
  expect(refusal({ unit: 3, note: '  ', classes: [], how: { by: 'drain', hours: 4 } })).toBeNull();
  expect(refusal({ unit: 3, counts: { R1: 4, 'any name': 5 } })).toBeNull();
  expect(refusal({ unit: 3, clases: null, gone: undefined })).toBeNull();
});

test('keys are known at their place, those of all forms together', () => {
  expect(keysAt(harvest.input, ['classes', 0])).toEqual(['fromG', 'name']);
  expect(keysAt(harvest.input, ['how']).sort()).toEqual(['by', 'hauls', 'hours']);
  expect(keysAt(harvest.input, ['nothing'])).toEqual([]);
  expect(strayKey([{ a: 1 }], [{ a: 1 }])).toBeNull();
});

test('a wanted key with a slip in it is told as that, one that is not there as missing', () => {
  expect(refusal({ unti: 3 })).toEqual({
    path: 'unti',
    message: 'unti is not a field of test.harvest. Nothing was recorded.',
    whatToDo: 'Meant is perhaps unit.',
  });
  expect(refusal({ unit: 3, classes: [{ fromG: 1 }, { formG: 200 }] })).toMatchObject({
    path: 'classes.1.formG',
    whatToDo: 'Meant is perhaps fromG.',
  });
  expect(refusal({ note: 'by hand' })).toMatchObject({ path: 'unit' });
  // Another field that it has is no slip; neither is a value of the wrong kind.
  expect(refusal({ unit: 3, how: { by: 'net', hours: 4 } })).toMatchObject({ path: 'how.hauls' });
  expect(refusal({ unit: 'R3' })).toMatchObject({ path: 'unit' });
  expect(refusal('by hand')).toMatchObject({ path: '' });
});
