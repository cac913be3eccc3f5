import { modelRange, rateFunction } from '@/core/development/model';
import { hatchOf } from '@/core/species/life';
import { provenances } from '@/core/species/provenances';
import { layOver, layOverWhatFits } from './overlay';
import { shippedSpecies, speciesOf, withValuesOfGroup } from './shipped';

describe.each([...shippedSpecies().values()].map((s) => [s.name, s] as const))('%s', (_, s) => {
  test('warmer is never slower within the range of each clock, and each stage follows the one before', () => {
    for (const m of s.milestones) {
      const range = modelRange(m.model)!;
      const rate = rateFunction(m.model);
      for (let t = range.low; t < range.high; t += 0.25) expect(rate(t + 0.25)).toBeGreaterThanOrEqual(rate(t) - 1e-12);
    }
    const entered = s.milestones.flatMap((m) => (m.enters ? [s.stages.findIndex((x) => x.id === m.enters)] : []));
    expect(entered).toEqual([...entered].sort((a, b) => a - b));
    expect(hatchOf(s)).toBeDefined();
  });

  test('parents: each sex has a sign that it is ready, treatments are whole, and latencies are of a treatment', () => {
    for (const sex of ['female', 'male']) expect(s.ripeness.some((r) => r.sex === sex && r.ready)).toBe(true);
    for (const i of s.inductions) {
      expect(i.parts.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
      expect(i.dosePerKg.low).toBeLessThanOrEqual(i.dosePerKg.high);
    }
    for (const l of s.latencies) {
      expect(s.inductions.map((i) => i.id)).toContain(l.induction);
      if (l.eggStage) expect(s.eggStages.map((e) => e.id)).toContain(l.eggStage);
      const hours = [...l.points].sort((a, b) => a.celsius - b.celsius).map((p) => p.hours);
      expect(hours).toEqual([...hours].sort((a, b) => b - a));
    }
  });

  test('every value says where it comes from: a source, or verify with a hint where to look', () => {
    for (const p of provenances(s)) expect(p.source === 'verify' ? p.hint : p.source).not.toBe('');
    for (const stage of s.stages) expect(s.drift.some((d) => d.stage === stage.id)).toBe(true);
  });
});

test('lots of two species are never named alike', () => {
  const all = [...shippedSpecies().values()];
  for (const key of ['code', 'name', 'latin'] as const) expect(new Set(all.map((s) => s[key])).size).toBe(all.length);
});

test('power curves of hatching agree with tables of practice at two temperatures, to a day or two', () => {
  const days = (id: string, t: number) => 1 / rateFunction(hatchOf(speciesOf(id))!.model)(t);
  // Days at 50 and 45 °F in tables of practice; salmon by some 480 to 500 degree-days.
  const known: [string, number, number][] = [
    ['rainbow-trout', 10, 31],
    ['rainbow-trout', 7.22, 48],
    ['brown-trout', 10, 41],
    ['brown-trout', 7.22, 64],
    ['atlantic-salmon', 10, 49],
    ['atlantic-salmon', 5, 98],
  ];
  for (const [id, t, d] of known) expect(Math.abs(days(id, t) - d)).toBeLessThan(1.6);
});

test('values are named as the species names its stages', () => {
  const whats = provenances(speciesOf('noble-crayfish')).map((p) => p.what);
  const own = speciesOf('noble-crayfish').stages.map((x) => x.name);
  expect(whats.filter((w) => w.startsWith('unseen loss'))).toEqual(own.map((n) => `unseen loss, ${n}`));
  expect(whats.some((w) => /yolksac/.test(w))).toBe(false);
});

test('the shipped tables: Arctic char at 6 °C takes 72 days to half hatched, 113 to swim-up', () => {
  const days = (id: string, t: number) =>
    1 / rateFunction(speciesOf('arctic-char').milestones.find((m) => m.id === id)!.model)(t);
  expect(days('hatched', 6)).toBeCloseTo(72, 3);
  expect(days('swumUp', 6)).toBeCloseTo((72 * 700) / 445, 1);
});

test('own values lie over the shipped ones, which never change; what does not fit is refused in words', () => {
  const shipped = speciesOf('pikeperch');
  const own = layOver(shipped, [{ path: 'drift.fry', value: { perDay: 0.01, sd: 0.002 }, source: 'own counts 2031' }]);
  expect(own.drift.find((d) => d.stage === 'fry')).toMatchObject({ perDay: 0.01, source: 'own counts 2031' });
  expect(shipped.drift.find((d) => d.stage === 'fry')!.source).toBe('verify');
  expect(() => layOver(shipped, [{ path: 'drift.nosuch', value: {}, source: 'x' }])).toThrow(/no value drift.nosuch/);
  expect(() => layOver(shipped, [{ path: 'drift.fry', value: { perDay: -1 }, source: 'x' }])).toThrow(/drift/);
});

test('a value that fits nowhere any more is listed, and the others hold', () => {
  const own = [
    { path: 'values.gone', value: { value: 3 }, source: 'own' },
    { path: 'drift.fry', value: { perDay: 0.01, sd: 0.002 }, source: 'own' },
  ];
  const { species, unfit } = layOverWhatFits(speciesOf('pikeperch'), own);
  expect(species.drift.find((d) => d.stage === 'fry')!.perDay).toBe(0.01);
  expect(unfit).toEqual([{ path: 'values.gone', why: 'Reference has no value values.gone' }]);
});

test('oxygen use of eggs goes with their mass to the power 0.8: pikeperch some 2.4 times what mass alone gives', () => {
  const of = (id: string) => speciesOf(id).values.find((v) => v.what === 'oxygen use of a green egg')!.value;
  const mass = (id: string) => speciesOf(id).values.find((v) => v.what === 'hardened egg diameter')!.value ** 3;
  const byMass = of('arctic-char') * (mass('pikeperch') / mass('arctic-char'));
  expect(of('pikeperch') / byMass).toBeGreaterThan(2);
  expect(of('pikeperch') / byMass).toBeLessThan(2.9);
});

test('a species that was written whole before there were values for feeding is fed by those of its group', () => {
  const own = { ...speciesOf('wels'), id: 'own-wels', values: [] };
  const value = (what: string) => withValuesOfGroup(own).values.find((v) => v.what === what)?.value;
  expect(value('thermal growth coefficient')).toBe(1);
  expect(value('feed conversion')).toBe(1.1);
  const set = { ...own, values: [{ what: 'feed conversion', value: 0.8, unit: 'g', source: 'own', hint: '' }] };
  expect(
    withValuesOfGroup(set)
      .values.filter((v) => v.what === 'feed conversion')
      .map((v) => v.value),
  ).toEqual([0.8]);
});
