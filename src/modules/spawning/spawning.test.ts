import { dayState } from '@/core/spawning/dayState';
import { shippedProtocols } from '@/reference/protocols';
import { speciesOf } from '@/reference/shipped';
import { fromJson } from '@/store/books/rows';
import { dayEntries } from '@/store/dayEntries';
import { protocolsInForce } from '@/store/protocols';
import { HOUR } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { firstDose, type SterletDay, sterletDay } from '../../../tests/support/sterletDay';
import { dayView } from './views/day';

let set: SterletDay;
let h: SterletDay['h'];
let [day, f1, f2, m1, m2] = [0, 0, 0, 0, 0];
beforeEach(async () => {
  set = await sterletDay();
  ({ h, day, f1, f2, m1, m2 } = set);
});

const state = async () => dayState(await dayEntries(h.db, day));
const lastEntry = async () => (await h.db('entry').orderBy('seq', 'desc').first('id')) as { id: string };
const dose = (more: Record<string, unknown> = {}) => firstDose(set, more);

describe('a plan', () => {
  test('names a day by itself; another of the same species and day gets a name of its own', async () => {
    const again = await h.send('spawning.save', { species: 'sterlet', day: h.clock.now, plan: {} });
    expect(again).toMatchObject({ name: expect.stringMatching(/^Sterlet, .*\(2\)$/) });
  });

  test('takes no male as a female, no female twice, no pair of two strains', async () => {
    const plan = (crosses: unknown) =>
      h.send('spawning.save', { species: 'sterlet', day: h.clock.now, plan: { crosses } });
    expect(await refusal(plan([{ female: m1, males: [m2] }]))).toMatchObject({ code: 'sex' });
    expect(await refusal(plan([{ female: f1, males: [f2] }]))).toMatchObject({ code: 'sex' });
    expect(
      await refusal(
        plan([
          { female: f1, males: [m1] },
          { female: f1, males: [m2] },
        ]),
      ),
    ).toMatchObject({ code: 'sex', message: 'F1 stands twice.' });
    await h.send('brood.save', { id: m2, species: 'sterlet', tag: 'M2', sex: 'male', strain: 'Tessel' });
    expect(await refusal(plan([{ female: f1, males: [m2] }]))).toMatchObject({ code: 'acrossStrains' });
  });
});

describe('an injection', () => {
  test('is worked out: a tenth of 4 mg/kg for 2 kg, from a vial of 4 mg/mL', async () => {
    expect(await h.send('spawning.inject', dose({ maxMlPerSite: 0.15 }))).toMatchObject({
      amount: expect.closeTo(0.8, 9),
      volumeMl: expect.closeTo(0.2, 9),
      sites: 2,
    });
    expect((await state()).fish.get(f1)!.injections).toMatchObject([{ part: 1, of: 2, doseUnit: 'mg' }]);
  });

  test('a vial in µg read as mg is stopped by the volume it makes', async () => {
    const e = await refusal(h.send('spawning.inject', dose({ concentrationPerMl: 4000 })));
    expect(e).toMatchObject({ code: 'volume', path: 'concentrationUnit' });
    expect(e.todo).toContain('thousandfold');
    const much = await refusal(h.send('spawning.inject', dose({ concentrationPerMl: 4, concentrationUnit: 'ug' })));
    expect(much).toMatchObject({ code: 'dose', path: 'concentrationUnit' });
    expect(await h.send('spawning.inject', dose({ concentrationPerMl: 4000, concentrationUnit: 'ug' }))).toMatchObject({
      volumeMl: expect.closeTo(0.2, 9),
    });
  });

  test('a dose out of range is asked about, an order of magnitude is stopped without an answer', async () => {
    expect(await refusal(h.send('spawning.inject', dose({ dosePerKg: 6 })))).toMatchObject({
      code: 'dose',
      asks: [{ id: 'dose' }],
    });
    await h.send('spawning.inject', dose({ dosePerKg: 6, dose: 'meant' }));
    const stop = await refusal(h.send('spawning.inject', dose({ fish: f2, dosePerKg: 40, dose: 'meant' })));
    expect(stop).toMatchObject({ code: 'doseStop', path: 'dosePerKg', asks: [] });
    // The range of Reference is the hatchery's own to correct.
    await h.send('species.setValue', {
      species: 'sterlet',
      path: 'inductions.pituitary2',
      value: { dosePerKg: { low: 3, high: 20 } },
      source: 'test',
      why: 'test',
    });
    await h.send('spawning.inject', dose({ fish: f2, dosePerKg: 40, dose: 'meant', concentrationPerMl: 20 }));
  });

  test('a second person, the parts in their order and at their interval, none twice', async () => {
    expect(await refusal(h.send('spawning.inject', dose({ checkedBy: 'manager' })))).toMatchObject({
      code: 'secondPerson',
      path: 'checkedBy',
    });
    expect(await refusal(h.send('spawning.inject', dose({ part: 2 })))).toMatchObject({ code: 'part' });
    await h.send('spawning.inject', dose());
    expect(await refusal(h.send('spawning.inject', dose()))).toMatchObject({ code: 'part' });
    h.clock.now += 5 * HOUR;
    expect(await refusal(h.send('spawning.inject', dose({ part: 2 })))).toMatchObject({
      code: 'interval',
      asks: [{ id: 'interval' }],
    });
    h.clock.now += 7 * HOUR;
    await h.send('spawning.inject', dose({ part: 2 }));
    expect(await refusal(h.send('spawning.inject', dose({ part: 3 })))).toMatchObject({ code: 'part' });
  });

  test('corrected in its place, without asking whether it was given already', async () => {
    await h.send('spawning.inject', dose());
    const { id } = await lastEntry();
    await h.send('entry.correct', { entryId: id, reason: 'she was weighed anew', replacement: { massG: 2500 } });
    expect((await state()).fish.get(f1)!.injections).toMatchObject([{ massG: 2500, amount: expect.closeTo(1, 9) }]);
  });

  test('a male is injected only where the treatment has a dose for males, and once', async () => {
    expect(await refusal(h.send('spawning.inject', dose({ fish: m1 })))).toMatchObject({ code: 'sex' });
    const book = speciesOf('sterlet');
    const inductions = book.inductions.map((i) => ({ ...i, malesPerKg: { low: 1, high: 2 } }));
    await h.send('species.save', { content: { ...book, inductions }, why: 'our males ripen late' });
    await h.send('spawning.inject', dose({ fish: m1, dosePerKg: 1.5 }));
    expect((await state()).fish.get(m1)!.injections).toMatchObject([{ of: 1, part: 1 }]);
    expect(await refusal(h.send('spawning.inject', dose({ fish: m1, dosePerKg: 1.5 })))).toMatchObject({
      code: 'part',
    });
    expect(await refusal(h.send('spawning.inject', dose({ fish: m2, dosePerKg: 3 })))).toMatchObject({
      asks: [{ id: 'dose' }],
    });
    const food = { fish: m1, fate: 'food', method: 'blow', firstSufficed: true };
    expect(await refusal(h.send('brood.fate', food, h.culturist))).toMatchObject({ code: 'treated' });
  });

  test('a male is not injected, and who was injected is barred from food', async () => {
    expect(await refusal(h.send('spawning.inject', dose({ fish: m1 })))).toMatchObject({ code: 'sex' });
    await h.send('spawning.inject', dose());
    const food = { fish: f1, fate: 'food', method: 'blow', firstSufficed: true };
    expect(await refusal(h.send('brood.fate', food, h.culturist))).toMatchObject({ code: 'treated', asks: [] });
    // Whoever gets it may eat it: sold or let go it is asked about, and only the manager says that it is over.
    const sold = { fish: food.fish, fate: 'sold' };
    const choices = async (actor: typeof h.manager) =>
      (await refusal(h.send('brood.fate', sold, actor))).asks[0]!.choices.map((x) => x.value);
    expect(await choices(h.culturist)).toEqual(['vet']);
    expect(await choices(h.manager)).toEqual(['over', 'vet']);
    expect((await refusal(h.send('brood.fate', { ...sold, withdrawal: 'vet' }, h.culturist))).path).toBe('note');
    expect(await refusal(h.send('brood.fate', food))).toMatchObject({ asks: [{ id: 'withdrawal' }] });
  });
});

describe('eggs, milt and bowls', () => {
  const stripped = (fish: number, massG: number, more = {}) => h.send('spawning.strip', { day, fish, massG, ...more });
  const bowl = (more: Record<string, unknown> = {}) =>
    h.send('spawning.cross', {
      day,
      bowl: 'A',
      females: [{ fish: f1, massG: 300 }],
      males: [m1, m2],
      how: 'pooled',
      protocols: ['sturgeon-diluted', 'clay'],
      ...more,
    });

  test('eggs that were not stripped, or are in a bowl already, cannot go into one', async () => {
    expect(await refusal(bowl())).toMatchObject({ code: 'noEggs' });
    await stripped(f1, 310);
    await bowl();
    expect(await refusal(bowl())).toMatchObject({ code: 'bowl' });
    expect(await refusal(bowl({ bowl: 'B', females: [{ fish: f1, massG: 100 }] }))).toMatchObject({
      code: 'noEggs',
      message: 'F1 has 10 g of eggs left, not 100.',
    });
    // Corrected in its own place it may have its own eggs again.
    const { id } = await lastEntry();
    await h.send('entry.correct', {
      entryId: id,
      reason: 'weighed with the bowl',
      replacement: { females: [{ fish: f1, massG: 290 }] },
    });
    expect((await state()).bowls).toMatchObject([{ bowl: 'A', females: [{ massG: 290 }] }]);
  });

  test('poor eggs and milt that does not move are asked about', async () => {
    expect(await refusal(stripped(f1, 310, { apart: true }))).toMatchObject({ path: 'why' });
    await stripped(f1, 310, { apart: true, why: 'a third over-ripe' });
    await h.send('spawning.milt', { day, fish: m2, motility: 'none' });
    const e = await refusal(bowl());
    expect(e).toMatchObject({ code: 'sure', asks: [{ id: 'sure' }] });
    expect(e.message).toContain('the eggs of F1, the milt of M2');
    await bowl({ sure: 'yes' });
  });

  test('steps are stamped once, in the bowl’s own protocols, or left out with a reason', async () => {
    await stripped(f1, 310);
    await bowl();
    const step = (more: Record<string, unknown>) =>
      h.send<{ off: number }>('spawning.step', { day, bowl: 'A', protocol: 'sturgeon-diluted', ...more });
    await step({ step: 'weigh', value: 298 });
    expect(await refusal(step({ step: 'weigh' }))).toMatchObject({ code: 'stamped' });
    expect(await refusal(step({ step: 'nosuch' }))).toMatchObject({ code: 'noStep' });
    expect(await refusal(step({ step: 'mix', protocol: 'enzyme' }))).toMatchObject({ code: 'noProtocol' });
    expect(await refusal(step({ step: 'mix', bowl: 'Z' }))).toMatchObject({ code: 'noBowl' });
    expect(await refusal(step({ step: 'mix', skipped: true }))).toMatchObject({ path: 'why' });
    h.clock.now += HOUR;
    // Half an hour was allowed for it.
    expect((await step({ step: 'mix' })).off).toBeGreaterThan(29);
    // A hand may stamp.
    await h.send('spawning.step', { day, bowl: 'A', protocol: 'clay', step: 'into' }, h.hand);
    const stamps = (await state()).bowls[0]!.stamps;
    expect(stamps['sturgeon-diluted']).toMatchObject([{ step: 'weigh', value: 298 }, { step: 'mix' }]);
    expect(stamps.clay).toHaveLength(1);
  });

  test('iodine before the eggs are firm is asked about, with its first step only', async () => {
    await stripped(f1, 310);
    await bowl({ protocols: ['harden-short', 'iodophor-after'] });
    const step = (protocol: string, of: string, more: Record<string, unknown> = {}) =>
      h.send('spawning.step', { day, bowl: 'A', protocol, step: of, ...more });
    await step('harden-short', 'in');
    const e = await refusal(step('iodophor-after', 'rinsed', { value: 7 }));
    expect(e).toMatchObject({ asks: [{ id: 'order' }] });
    expect(e.message).toContain('Bowl A is not through “short, still water”');
    await step('harden-short', 'out');
    await step('iodophor-after', 'rinsed', { value: 7 });
    await bowl({ bowl: 'B', females: [{ fish: f1, massG: 10 }], protocols: ['harden-short', 'iodophor-during'] });
    // One that is meant to go on while they harden asks nothing.
    await h.send('spawning.step', { day, bowl: 'B', protocol: 'iodophor-during', step: 'rinsed' });
  });

  test('males one after the other: each with his minute and share, which the families take on', async () => {
    await stripped(f1, 310);
    const turns = [
      { fish: m2, minutes: 0, share: 0.7 },
      { fish: m1, minutes: 1.5, share: 0.3 },
    ];
    const inTurn = { males: [m2, m1], how: 'sequential', turns };
    const wrong = async (more: Record<string, unknown>) => (await refusal(bowl({ ...inTurn, ...more }))).path;
    expect(await wrong({ how: 'pooled' })).toBe('turns');
    expect(await wrong({ males: [m1, m2] })).toBe('turns');
    expect(await wrong({ turns: [turns[0], { ...turns[1]!, share: 0.5 }] })).toBe('turns');
    expect(await wrong({ turns: [{ ...turns[0]!, minutes: 5 }, turns[1]] })).toBe('turns');
    await bowl(inTurn);
    expect((await dayView(h.db, { siteId: h.manager.siteId }, day, h.clock.now))!.bowls[0]!.turns).toEqual(turns);
    await h.send('take.record', {
      species: 'sterlet',
      females: [{ tag: 'F1', share: 1 }],
      males: [
        { tag: 'M2', share: 0.7 },
        { tag: 'M1', share: 0.3 },
      ],
      cross: 'pooled',
      measured: { method: 'counted', number: 18_000 },
      unit: h.units.B1,
      day,
      bowl: 'A',
    });
    const family = (await h.db('family').first('males')) as { males: string };
    expect(fromJson(family.males)).toMatchObject([
      { tag: 'M2', share: 0.7 },
      { tag: 'M1', share: expect.closeTo(0.3, 9) },
    ]);
  });

  test('counted, the eggs are in the books and known as those of the bowl; taken back, they are not', async () => {
    await stripped(f1, 310);
    await bowl();
    await h.send('take.record', {
      species: 'sterlet',
      females: [{ tag: 'F1', share: 1 }],
      males: [{ tag: 'M1' }, { tag: 'M2' }],
      cross: 'pooled',
      measured: { method: 'counted', number: 18_000 },
      unit: h.units.B1,
      day,
      bowl: 'A',
    });
    expect(await h.number('B1')).toBe(18_000);
    expect((await state()).bowls[0]!.take).not.toBeNull();
    const { id } = await lastEntry();
    await h.send('entry.correct', { entryId: id, reason: 'another bowl' });
    expect((await state()).bowls[0]!.take).toBeNull();
  });

  test('looks whether she runs', async () => {
    await h.send('spawning.ready', { day, fish: f1, found: 'notYet' });
    await h.send('spawning.ready', { day, fish: f1, found: 'running' });
    expect((await state()).fish.get(f1)!.checks.map((x) => x.found)).toEqual(['notYet', 'running']);
    expect(await refusal(h.send('spawning.ready', { day, fish: m1, found: 'running' }))).toMatchObject({ code: 'sex' });
  });
});

describe('protocols of this hatchery’s own', () => {
  const clay = () => shippedProtocols().get('clay')!;
  const save = (content: unknown, more: Record<string, unknown> = {}) =>
    h.send<{ version: number }>('protocol.save', { content, why: 'as we do it', ...more });

  test('a version of its own takes the shipped one’s place; another follows it; retired it is gone', async () => {
    expect(await save({ ...clay(), name: 'our clay' })).toMatchObject({ version: 1 });
    expect(await save({ ...clay(), name: 'our clay, longer' })).toMatchObject({ version: 2 });
    const inForce = () => protocolsInForce(h.db, h.manager.siteId);
    expect((await inForce()).get('clay')).toMatchObject({ name: 'our clay, longer', version: 2 });
    await save(clay(), { retired: true });
    expect((await inForce()).has('clay')).toBe(false);
  });

  test('a copy must not take the place of one there is; what cannot be worked is refused at its step', async () => {
    expect(await refusal(save(clay(), { fresh: true }))).toMatchObject({ code: 'nameTaken' });
    expect(await save({ ...clay(), id: 'clay-ours' }, { fresh: true })).toMatchObject({ version: 1 });
    const steps = [{ id: 'a', says: 'x', fromMinutes: 3, toMinutes: 1 }];
    expect(await refusal(save({ ...clay(), steps }))).toMatchObject({ path: 'content.steps.0.toMinutes' });
    expect(await refusal(h.send('protocol.save', { content: clay(), why: 'x' }, h.culturist))).toMatchObject({
      code: 'notAllowed',
    });
  });
});
