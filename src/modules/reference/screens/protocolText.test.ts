import { shippedProtocols } from '@/reference/protocols';
import { bathTyped, emptyStep, idOfWords, readProtocol, stepTyped } from './protocolText';

const shipped = [...shippedProtocols().values()];
const opened = (id: string) => {
  const { steps, materials, bath, ...rest } = shippedProtocols().get(id)!;
  return {
    rest,
    steps: steps.map(stepTyped),
    materials: materials.map((m) => ({ ...m, amount: String(m.amount) })),
    bath: bathTyped(bath),
  };
};

test.each(shipped.map((p) => [p.id, p] as const))('%s opened and read again is what it was', (id, p) => {
  const o = opened(id);
  expect(readProtocol(o.rest, o.steps, o.materials, o.bath)).toEqual({ protocol: p });
});

test('a new step gets an id of its words, steps that were there keep theirs; empty rows fall away', () => {
  const o = opened('clay');
  const read = readProtocol(
    o.rest,
    [o.steps[0]!, { ...emptyStep(), says: 'Sieved, twice!', from: '1,5', to: '3' }, emptyStep(), ...o.steps.slice(1)],
    [],
    o.bath,
  );
  expect('protocol' in read && read.protocol.steps.map((s) => s.id)).toEqual(['into', 'sieved-twice', 'stir', 'rinse']);
  expect('protocol' in read && read.protocol.steps[1]).toMatchObject({ fromMinutes: 1.5, toMinutes: 3 });
});

test('what is wrong is said by the step and the field', () => {
  const o = opened('clay');
  const wrong = (i: number, v: object) =>
    readProtocol(
      o.rest,
      o.steps.map((s, k) => (k === i ? { ...s, ...v } : s)),
      o.materials,
      o.bath,
    );
  expect(wrong(1, { from: '70' })).toEqual({ error: 'step 2, to: the window ends before it begins' });
  expect(wrong(1, { says: '' })).toEqual({ error: 'step 2, what is done: is empty' });
  expect(wrong(0, { after: 'rinse' })).toEqual({ error: 'step 1, counted from: must be a step that stands before' });
  expect(wrong(0, { to: 'soon' })).toMatchObject({ error: expect.stringMatching(/^step 1, to/) });
  expect(readProtocol(o.rest, [], [], o.bath)).toEqual({ error: 'steps needs a step' });
});

test('the strength of a bath, how far it may be moved and its batches are edited; what is wrong is said by the field', () => {
  const o = opened('iodophor-after');
  const bathed = (v: Partial<typeof o.bath>) => readProtocol(o.rest, o.steps, o.materials, { ...o.bath, ...v });
  expect(bathed({ mgPerL: '75,5', batches: '3' })).toMatchObject({
    protocol: { bath: { step: 'in', of: 'available iodine', mgPerL: 75.5, low: 50, high: 150, batches: 3 } },
  });
  expect(bathed({ mgPerL: '1000' })).toEqual({ error: 'bath, strength: lies outside low and high' });
  expect(bathed({ batches: '1.5' })).toEqual({ error: 'bath, batches: must be a whole number' });
  expect(bathed({ high: '' })).toMatchObject({ error: expect.stringMatching(/^bath, not above: /) });
  expect(bathed({ of: ' ' })).toEqual({ error: 'bath, of what: say of what' });
  // The step that went into it is gone: the bath must go with it, or name another.
  const without = o.steps.filter((s) => s.id !== 'in').map((s) => ({ ...s, after: '' }));
  expect(readProtocol(o.rest, without, o.materials, o.bath)).toEqual({
    error: 'bath, the step that goes in: must be one of the steps',
  });
  const none = readProtocol(o.rest, without, o.materials, { ...o.bath, step: '' });
  expect('protocol' in none && none.protocol.bath).toBeUndefined();
});

test('ids of words are letters, digits and hyphens, and free', () => {
  expect(idOfWords('Überführt in Öl!', [])).toBe('uberfuhrt-in-ol');
  expect(idOfWords('rinse', ['rinse', 'rinse-2'])).toBe('rinse-3');
  expect(idOfWords('!!!', [])).toBe('step');
});
