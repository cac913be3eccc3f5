import { shippedProtocols } from '@/reference/protocols';
import { materialsFor, progressOf, protocol, type Stamp, vesselsFor } from './protocol';

const at = (minutes: number) => Date.parse('2031-04-14T06:00:00Z') + minutes * 60_000;
const stamp = (step: string, minutes: number, more: Partial<Stamp> = {}): Stamp => ({
  step,
  at: at(minutes),
  skipped: false,
  why: '',
  value: null,
  ...more,
});
const frames = protocol.parse({
  id: 'frames',
  name: 'frames',
  kind: 'stickiness',
  fits: '',
  source: 'test',
  steps: [
    { id: 'water', says: 'Water on' },
    { id: 'spread', says: 'Spread', after: 'water', toMinutes: 1 },
    { id: 'held', says: 'Left lying', fromMinutes: 2, toMinutes: 10 },
    { id: 'hung', says: 'Hung', toMinutes: 15 },
  ],
});
const states = (stamps: Stamp[], now: number) => progressOf(frames, stamps, at(now)).map((s) => s.state);

test('nothing begun: the first step is open, the others wait', () => {
  expect(states([], 0)).toEqual(['open', 'waiting', 'waiting', 'waiting']);
});

test('windows count from the stamp before, or from the step that is named', () => {
  const all = progressOf(frames, [stamp('water', 0), stamp('spread', 0.8)], at(1));
  expect(all[1]).toMatchObject({ state: 'done', from: null, to: at(1), off: 0 });
  expect(all[2]).toMatchObject({ state: 'waiting', from: at(2.8), to: at(10.8) });
  expect(states([stamp('water', 0)], 0.5)[1]).toBe('open');
  expect(states([stamp('water', 0)], 1.1)[1]).toBe('late');
  expect(states([stamp('water', 0), stamp('spread', 0.8)], 3)[2]).toBe('open');
});

test('early and late are told in minutes; a few seconds are neither', () => {
  const off = (stamps: Stamp[]) => progressOf(frames, stamps, at(60)).map((s) => s.off);
  expect(off([stamp('water', 0), stamp('spread', 3)])[1]).toBeCloseTo(2, 9);
  expect(off([stamp('water', 0), stamp('spread', 1.05)])[1]).toBe(0);
  expect(off([stamp('water', 0), stamp('spread', 1), stamp('held', 1.5)])[2]).toBeCloseTo(-1.5, 9);
});

test('a step that was skipped passes on the stamp before it; one that counts from it has no window', () => {
  const all = progressOf(
    frames,
    [stamp('water', 0), stamp('spread', 2, { skipped: true, why: 'went into clay' })],
    at(3),
  );
  expect(all.map((s) => s.state)).toEqual(['done', 'skipped', 'open', 'waiting']);
  expect(all[2]).toMatchObject({ from: at(2), to: at(10) });
  const noWater = progressOf(frames, [stamp('water', 0, { skipped: true })], at(5));
  expect(noWater[1]).toMatchObject({ from: null, to: null });
});

test('materials for this amount; what is not measured is not reckoned', () => {
  const p = {
    ...frames,
    materials: [
      { what: 'milt', amount: 5, unit: 'mL', per: 'litre of eggs' as const },
      { what: 'clay', amount: 400, unit: 'g', per: 'kg of eggs' as const },
      { what: 'bowls', amount: 2, unit: '', per: 'batch' as const },
    ],
  };
  expect(materialsFor(p, { litres: 0.4, kg: null }).map((m) => m.amount)).toEqual([2, null, 2]);
});

test('a step twice, a window that ends before it begins, a count from a later step are refused', () => {
  const parse = (steps: unknown[]) => protocol.safeParse({ ...frames, steps });
  for (const steps of [
    [
      { id: 'a', says: 'x' },
      { id: 'a', says: 'y' },
    ],
    [{ id: 'a', says: 'x', fromMinutes: 3, toMinutes: 2 }],
    [
      { id: 'a', says: 'x', after: 'b' },
      { id: 'b', says: 'y' },
    ],
    [],
  ])
    expect(parse(steps).success).toBe(false);
});

test('every method is shipped, each saying when it fits and where it is from', () => {
  const shipped = [...shippedProtocols().values()];
  const kinds = (kind: string) => shipped.filter((p) => p.kind === kind).map((p) => p.id);
  expect(kinds('fertilisation')).toEqual(
    expect.arrayContaining(['dry-stripped', 'testes', 'transported', 'sturgeon-diluted']),
  );
  expect(kinds('taking')).toEqual(expect.arrayContaining(['nest', 'partial-stripping', 'oviduct-incision']));
  expect(kinds('stickiness')).toEqual(expect.arrayContaining(['clay', 'urea-tannin', 'enzyme', 'milk-salt', 'frames']));
  expect(kinds('disinfection')).toEqual(expect.arrayContaining(['iodophor-after', 'iodophor-during', 'iodophor-weak']));
  expect(kinds('hardening')).toEqual(expect.arrayContaining(['harden-short', 'harden-night']));
  for (const p of shipped) {
    expect(p.fits).not.toBe('');
    expect(p.source === 'verify' ? p.hint : p.source).not.toBe('');
    if (p.kind === 'disinfection') expect(p.cautions.join(' ')).toMatch(/available iodine/i);
  }
});

test('eggs go into as many vessels as keep each shallow', () => {
  expect(vesselsFor({ vesselLitres: 3 }, 9)).toBe(3);
  expect(vesselsFor({ vesselLitres: 3 }, 9.1)).toBe(4);
  expect(vesselsFor({ vesselLitres: 3 }, 0.2)).toBe(1);
  expect(vesselsFor({}, 9)).toBeNull();
  expect(vesselsFor({ vesselLitres: 3 }, null)).toBeNull();
});
