import fc from 'fast-check';
import { readLine } from '@/core/shorthand/parse';
import type { Snapshot } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';
import { forms as acts } from '@/modules/forms';

const forms = [...acts.flatMap((f) => f.shorthand ?? []), trace];

const unit = (id: number, name: string, number: number) => ({
  id,
  name,
  kind: 'tank',
  room: 'Hall',
  wasUsed: true,
  holdings:
    number === 0
      ? []
      : [
          {
            holdingId: id,
            lotId: id,
            lot: `AC-31-${id}`,
            species: 'Arctic char',
            stage: 'fry',
            stageName: 'fry',
            can: ['eats'] as const,
            next: 'fingerling',
            number,
            sd: number / 50,
          },
        ],
});
const snapshot: Snapshot = {
  at: 0,
  units: [unit(1, 'R1', 4000), unit(2, 'R2', 900), unit(12, 'R12', 0), unit(3, 'J3', 50_000)],
  sensors: [{ id: 1, name: 'bay1', room: 'Hall' }],
  lots: [{ id: 1, name: 'AC-31-1', species: 'Arctic char', alive: 4000, sd: 80 }],
};
const metric = { locale: 'en-GB', system: 'metric' } as const;

const numbersIn = (v: unknown): number[] =>
  typeof v === 'number' ? [v] : v && typeof v === 'object' ? Object.values(v).flatMap(numbersIn) : [];

test('whatever is typed is read, or said not to be understood: nothing throws, nothing is recorded by chance', () => {
  const word = fc.oneof(
    fc.constantFrom(
      ...forms.map((f) => f.verb),
      'R1',
      'R2',
      'R12',
      'J3',
      'bay1',
      'all',
      '>',
      'total',
      '34',
      '1.2kg',
      '25g/61',
    ),
    fc.string({ maxLength: 8 }),
    fc.double().map(String),
  );
  fc.assert(
    fc.property(fc.array(word, { maxLength: 7 }), (words) => {
      const r = readLine(words.join(' '), forms, snapshot, metric);
      expect(['empty', 'incomplete', 'command', 'open', 'wrong', 'help', 'undo']).toContain(r.kind);
      if (r.kind === 'wrong') expect(r.message.length).toBeGreaterThan(3);
      if (r.kind !== 'command') return;
      // What it would record names a unit, a sensor or a lot that exists; a note may stand alone.
      if (r.type !== 'note.record') expect(JSON.stringify(r.payload)).toMatch(/"(unit|sensor|lotId|to)":\d+/);
      expect(numbersIn(r.payload).every(Number.isFinite)).toBe(true);
    }),
    { numRuns: 3000 },
  );
});

test('a number, a verb and a unit make the record they say, in any case and spacing', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('dead', 'pick'),
      fc.integer({ min: 0, max: 800 }),
      fc.constantFrom('R1', 'r1', 'R2', 'r2'),
      fc.constantFrom(' ', '  ', '\t'),
      (verb, n, name, gap) => {
        const r = readLine([verb, n, name].join(gap), forms, snapshot, metric);
        expect(r.kind).toBe('command');
        if (r.kind !== 'command') return;
        expect(r.type).toBe(`${verb}.record`);
        expect(r.payload).toMatchObject({ unit: name.toLowerCase() === 'r1' ? 1 : 2, number: n });
      },
    ),
  );
});

test('every form that it offers is one that it understands once filled in', () => {
  for (const f of forms) {
    const r = readLine(f.verb, forms, snapshot, metric);
    expect(r.kind).toBe('incomplete');
  }
});

test('the shorter name does not swallow the longer: R1 and R12 are two', () => {
  const r = readLine('dead 3 R12', forms, snapshot, metric);
  expect(r.kind).toBe('wrong');
  if (r.kind === 'wrong') expect(r.message).toMatch(/R12/);
});
