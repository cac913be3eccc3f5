import { z } from 'zod';
import { CalculationError } from '@/core/calculation';
import { bath, dilution, injection } from '@/core/doses/doses';
import { ownRules } from '@/core/ownRules';
import { figures } from '@/core/quantities/format';
import {
  type BathMixed,
  bathFields,
  crossFields,
  type Injected,
  injectFields,
  miltFields,
  nestFields,
  readyFields,
  stepFields,
  stripFields,
} from '@/core/spawning/acts';
import { bathAt, bathsOf } from '@/core/spawning/baths';
import { type BenchState, benchState, eggsLeft } from '@/core/spawning/bench';
import { dayPlan } from '@/core/spawning/plan';
import { type ProtocolBath, progressOf } from '@/core/spawning/protocol';
import type { Induction } from '@/core/species/species';
import { benchEntries } from '@/store/bench';
import type { Observation } from '@/store/books/record';
import { fromJson } from '@/store/books/rows';
import { protocolsInForce } from '@/store/protocols';
import { fishById } from './broodFish';
import { mustBeHere } from './broodLife';
import { type Context, defineCommand } from './define';
import { CommandRefused } from './refused';
import { type DayRow, dayById } from './spawningDay';
import { type Event, eventFields, eventOf } from './when';

const day = z.number().int();
const roles = ['manager', 'culturist'] as const;

/** The bench as it stands, without the entry that is being put right. */
async function stateOf(c: Context, d: DayRow): Promise<BenchState> {
  const entries = await benchEntries(c.trx, d.id);
  return benchState(entries.filter((e) => e.id !== c.replacing?.id));
}

async function fishOfDay(c: Context, d: DayRow, id: number, event: Event, sex?: 'female' | 'male') {
  const fish = await fishById(c, id);
  if (fish.species !== d.species)
    throw new CommandRefused('species', `${fish.tag} is no ${d.species}.`, 'fish', 'Check the tag.');
  if (sex && fish.sex !== sex && fish.sex !== 'unknown')
    throw new CommandRefused('sex', `${fish.tag} is a ${fish.sex}.`, 'fish', 'Check the tag.');
  if (sex && fish.sex === 'unknown') await c.trx('brood_fish').where({ id }).update({ sex });
  await mustBeHere(c, fish, event.at);
  return fish;
}

const record = (c: Context, kind: string, event: Event, intent: unknown, observations: readonly Observation[]) =>
  c.record([{ kind, ...event, replacesSeq: c.replacing?.seq, intent, acts: [], observations }]);

/** One part of a hormone treatment, worked out, held against the Book's range, and checked by a second person. */
export const inject = defineCommand({
  type: 'spawning.inject',
  roles,
  schema: z.object({
    ...eventFields,
    day,
    ...injectFields,
    dose: z.literal('meant').optional(),
    interval: z.literal('meant').optional(),
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const fish = await fishOfDay(c, d, p.fish, event, 'female');
    const treatment = fish.book.inductions.find((i) => i.id === p.induction);
    if (!treatment) throw new CommandRefused('noInduction', `${fish.book.name} has no such treatment.`, 'induction');
    if (p.checkedBy.toLowerCase() === event.measuredBy.toLowerCase())
      throw new CommandRefused(
        'secondPerson',
        'The second person is the one who injects.',
        'checkedBy',
        'Somebody else reads the vial, the mass and the syringe before the needle goes in.',
      );
    const before = (await stateOf(c, d)).fish.get(p.fish)?.injections ?? [];
    mustBeNextPart(fish.tag, p.part, treatment, before, event.at, p.interval);
    mustBeDose(treatment, p.dosePerKg, p.dose);
    const worked = workOut(p, treatment);
    mustBeVolume(worked.volumeMl, p.massG);
    const { dose: _, interval: __, ...sent } = p;
    const intent: Injected & { day: number } = {
      ...sent,
      doseUnit: treatment.unit,
      of: treatment.parts.length,
      ...worked,
    };
    await record(c, 'inject', event, intent, [
      {
        kind: 'inject',
        brood_fish_id: fish.id,
        spawning_day_id: d.id,
        value: worked.amount,
        said: treatment.product.slice(0, 60),
      },
    ]);
    return { tag: fish.tag, ...worked, unit: treatment.unit };
  },
});

function mustBeNextPart(
  tag: string,
  part: number,
  treatment: Induction,
  before: readonly Injected[] & readonly { at: number }[],
  at: number,
  interval?: string,
): void {
  const given = before.filter((i) => i.induction === treatment.id).map((i) => i.part);
  if (part > treatment.parts.length)
    throw new CommandRefused('part', `${treatment.name} has ${treatment.parts.length} parts.`, 'part');
  if (given.includes(part))
    throw new CommandRefused(
      'part',
      `Part ${part} was given to ${tag} already.`,
      'part',
      'If it was entered wrong, put that entry right.',
    );
  if (part > 1 && !given.includes(part - 1))
    throw new CommandRefused(
      'part',
      `Part ${part - 1} of ${tag} is not recorded.`,
      'part',
      'Record it first, with its own time.',
    );
  const last = before.filter((i) => i.induction === treatment.id && i.part === part - 1).at(-1) as
    | { at: number }
    | undefined;
  if (!last || interval) return;
  const hours = (at - last.at) / 3_600_000;
  const off = Math.abs(hours - treatment.intervalHours);
  if (off <= treatment.intervalHours * ownRules.intervalSlack.value) return;
  throw new CommandRefused(
    'interval',
    `${figures(hours, 3)} hours after the part before; ${treatment.intervalHours} are usual.`,
    'at',
    'Check the time.',
    { field: 'interval', choices: [{ value: 'meant', label: 'It is meant so' }] },
  );
}

/** Outside the Book's range is asked about; an order of magnitude out is stopped. */
function mustBeDose(treatment: Induction, perKg: number, meant?: string): void {
  const { low, high } = treatment.dosePerKg;
  const far = ownRules.doseStop.value;
  const unit = treatment.unit === 'ug' ? 'µg' : treatment.unit;
  const range = `${low === high ? low : `${low} to ${high}`} ${unit}/kg in the Book`;
  if (perKg > high * far || perKg < low / far)
    throw new CommandRefused(
      'doseStop',
      `${perKg} ${unit}/kg is an order of magnitude from ${range}: a slip of a unit or of a point.`,
      'dosePerKg',
      'Read the prescription again. If it is meant, the manager puts the range in the Book right first.',
    );
  if ((perKg > high || perKg < low) && !meant)
    throw new CommandRefused(
      'dose',
      `${perKg} ${unit}/kg lies outside ${range}.`,
      'dosePerKg',
      'Check it against label and prescription.',
      { field: 'dose', choices: [{ value: 'meant', label: `It is meant: ${perKg} ${unit}/kg` }] },
    );
}

function workOut(p: z.output<z.ZodObject<typeof injectFields>>, treatment: Induction) {
  try {
    const o = injection.compute(
      injection.input.parse({
        massKg: p.massG / 1000,
        dosePerKg: p.dosePerKg,
        doseUnit: treatment.unit,
        concentrationPerMl: p.concentrationPerMl,
        concentrationUnit: p.concentrationUnit,
        maxMlPerSite: p.maxMlPerSite,
        parts: treatment.parts,
      }),
    );
    return o.parts[p.part - 1]!;
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new CommandRefused('dose', e.message.replace(`${e.path}: `, ''), e.path, 'Read the vial again.');
  }
}

/** A volume that no syringe gives or no fish takes: the vial was read in another unit. */
function mustBeVolume(volumeMl: number, massG: number): void {
  const most = (ownRules.injectionMost.value * massG) / 1000;
  const least = ownRules.injectionLeast.value;
  if (volumeMl <= most && volumeMl >= least) return;
  throw new CommandRefused(
    'volume',
    `That would be ${figures(volumeMl, 3)} mL: ${volumeMl > most ? `more than a fish of ${figures(massG / 1000, 3)} kg takes` : 'less than a syringe measures'}.`,
    'concentrationUnit',
    'Read the vial again: µg and mg are a thousandfold apart.',
  );
}

/** Looked whether a female runs; what was found moves her clock. */
export const lookReady = defineCommand({
  type: 'spawning.ready',
  roles,
  schema: z.object({ ...eventFields, day, ...readyFields }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const fish = await fishOfDay(c, d, p.fish, event, 'female');
    await record(c, 'ready', event, p, [
      { kind: 'ready', brood_fish_id: fish.id, spawning_day_id: d.id, said: p.found },
    ]);
    return { tag: fish.tag };
  },
});

/** Eggs stripped, dry, with how they look; held apart where they are poor. */
export const strip = defineCommand({
  type: 'spawning.strip',
  roles,
  schema: z
    .object({ ...eventFields, day, ...stripFields })
    .refine((p) => !p.apart || p.why !== '', { path: ['why'], error: 'say why they are held apart' }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const fish = await fishOfDay(c, d, p.fish, event, 'female');
    await record(c, 'strip', event, p, [
      { kind: 'strip', brood_fish_id: fish.id, spawning_day_id: d.id, value: p.massG, said: p.apart ? 'apart' : null },
    ]);
    return { tag: fish.tag };
  },
});

/** Milt of a male, with how it moves. */
export const takeMilt = defineCommand({
  type: 'spawning.milt',
  roles,
  schema: z
    .object({ ...eventFields, day, ...miltFields })
    .refine((p) => !p.apart || p.why !== '', { path: ['why'], error: 'say why it is held apart' }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const fish = await fishOfDay(c, d, p.fish, event, 'male');
    await record(c, 'milt', event, p, [
      {
        kind: 'milt',
        brood_fish_id: fish.id,
        spawning_day_id: d.id,
        value: p.volumeMl ?? null,
        said: p.apart ? 'apart' : (p.motility ?? null),
      },
    ]);
    return { tag: fish.tag };
  },
});

/** Eggs and milt brought together in a bowl. */
export const cross = defineCommand({
  type: 'spawning.cross',
  roles,
  schema: z.object({ ...eventFields, day, ...crossFields, sure: z.literal('yes').optional() }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const state = await stateOf(c, d);
    mustBeNewBowl(state, p.bowl);
    await mustBeProtocols(c, p.protocols);
    const females = [];
    for (const f of p.females) {
      const fish = await fishOfDay(c, d, f.fish, event, 'female');
      const left = eggsLeft(state, f.fish);
      // What a scale and a wet bowl make of one and the same mass.
      if (left === 0 || f.massG > left * 1.05)
        throw new CommandRefused(
          'noEggs',
          left === 0
            ? `${fish.tag} has no eggs left: none were stripped, or all are in bowls.`
            : `${fish.tag} has ${figures(left, 4)} g of eggs left, not ${figures(f.massG, 4)}.`,
          'females',
          'Record what was stripped, or put the mass right.',
        );
      females.push(fish);
    }
    const males = [];
    for (const id of p.males) males.push(await fishOfDay(c, d, id, event, 'male'));
    mustBeOneStrain(females, males);
    if (!p.sure) askPoor(state, females, males);
    const { sure: _, ...intent } = p;
    await record(
      c,
      'cross',
      event,
      intent,
      [...females, ...males].map((f) => ({
        kind: 'cross',
        brood_fish_id: f.id,
        spawning_day_id: d.id,
        said: p.bowl,
      })),
    );
    return { bowl: p.bowl, females: females.map((f) => f.tag), males: males.map((f) => f.tag) };
  },
});

/** Poor eggs and dead milt spoil a whole bowl: asked about before they go in. */
function askPoor(state: BenchState, females: readonly Named[], males: readonly Named[]): void {
  const apart = females.filter((f) => state.fish.get(f.id)?.strips.every((s) => s.apart));
  const dead = males.filter((m) => {
    const milts = state.fish.get(m.id)?.milts ?? [];
    return milts.length > 0 && milts.every((x) => x.apart || x.motility === 'none');
  });
  const poor = [...apart.map((f) => `the eggs of ${f.tag}`), ...dead.map((m) => `the milt of ${m.tag}`)];
  if (poor.length > 0)
    throw new CommandRefused(
      'poor',
      `Held apart, or found not to move: ${poor.join(', ')}.`,
      'females',
      'Poor gametes spoil a bowl.',
      { field: 'sure', choices: [{ value: 'yes', label: 'Take them all the same' }] },
    );
}
type Named = { id: number; tag: string };

/** A pair has spawned on its nest: the eggs come to the bench on it, with their parents. */
export const nest = defineCommand({
  type: 'spawning.nest',
  roles,
  schema: z.object({ ...eventFields, day, ...nestFields }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const state = await stateOf(c, d);
    mustBeNewBowl(state, p.bowl);
    await mustBeProtocols(c, p.protocols);
    const female = await fishOfDay(c, d, p.female, event, 'female');
    const males = [];
    for (const id of p.males) males.push(await fishOfDay(c, d, id, event, 'male'));
    mustBeOneStrain([female], males);
    await record(
      c,
      'nest',
      event,
      p,
      [female, ...males].map((f) => ({ kind: 'nest', brood_fish_id: f.id, spawning_day_id: d.id, said: p.bowl })),
    );
    return { bowl: p.bowl, female: female.tag };
  },
});

function mustBeNewBowl(state: BenchState, name: string): void {
  if (state.bowls.some((b) => b.bowl === name))
    throw new CommandRefused('bowl', `There is a bowl ${name} on this day.`, 'bowl', 'Give another name.');
}

async function mustBeProtocols(c: Context, ids: readonly string[]): Promise<void> {
  const known = await protocolsInForce(c.trx, c.site.id);
  for (const id of ids)
    if (!known.has(id)) throw new CommandRefused('noProtocol', 'The Book has no such protocol.', 'protocols');
}

function mustBeOneStrain(
  females: readonly { tag: string; strain: string }[],
  males: readonly { tag: string; strain: string }[],
): void {
  for (const f of females)
    for (const m of males)
      if (f.strain && m.strain && f.strain !== m.strain)
        throw new CommandRefused(
          'strain',
          `${f.tag} is of the strain ${f.strain}, ${m.tag} of ${m.strain}: strains are held apart.`,
          'males',
          'Take a male of her strain.',
        );
}

/** A step of a protocol, stamped with one tap, or left out with its reason: on a bowl, or on a female. */
export const stampStep = defineCommand({
  type: 'spawning.step',
  roles: ['manager', 'culturist', 'hand'],
  schema: z
    .object({ ...eventFields, day, ...stepFields })
    .refine((p) => !p.skipped || p.why !== '', { path: ['why'], error: 'say why it is left out' })
    .refine((p) => (p.bowl === undefined) !== (p.fish === undefined), {
      path: ['bowl'],
      error: 'say which bowl, or which female',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const state = await stateOf(c, d);
    const known = await protocolsInForce(c.trx, c.site.id);
    const protocol = known.get(p.protocol);
    const on = await stampedOn(c, d, state, p, protocol?.kind === 'taking', event);
    if (!protocol || !on.protocols.includes(p.protocol))
      throw new CommandRefused('noProtocol', `${on.name} is not worked by that protocol.`, 'protocol');
    const stamps = on.stamps[p.protocol] ?? [];
    if (!protocol.steps.some((s) => s.id === p.step))
      throw new CommandRefused('noStep', `${protocol.name} has no such step.`, 'step');
    if (stamps.some((s) => s.step === p.step))
      throw new CommandRefused('stamped', 'That step has its time already.', 'step', 'If it is wrong, put it right.');
    if (protocol.bath?.step === p.step && !p.skipped && !p.bath)
      askBath(bathAt(bathsOf(state, known), p.protocol, event.at));
    const stamp = { step: p.step, at: event.at, skipped: p.skipped, why: p.why, value: p.value ?? null };
    const done = progressOf(protocol, [...stamps, stamp], c.now).find((s) => s.step.id === p.step)!;
    await record(c, 'step', event, { ...p, says: done.step.says.slice(0, 120) }, [
      {
        kind: 'step',
        spawning_day_id: d.id,
        brood_fish_id: p.fish ?? null,
        value: p.value ?? null,
        said: p.bowl ?? null,
      },
    ]);
    return { off: done.off };
  },
});

/** What a step is stamped on: a bowl with its protocols, or a female with those of the day about taking eggs. */
async function stampedOn(
  c: Context,
  d: DayRow,
  state: BenchState,
  p: { bowl?: string; fish?: number },
  taking: boolean,
  event: Event,
) {
  if (p.fish === undefined) {
    const bowl = state.bowls.find((b) => b.bowl === p.bowl);
    if (!bowl) throw new CommandRefused('noBowl', `There is no bowl ${p.bowl} on this day.`, 'bowl');
    return { name: `Bowl ${bowl.bowl}`, protocols: bowl.protocols, stamps: bowl.stamps };
  }
  const fish = await fishOfDay(c, d, p.fish, event, 'female');
  const plan = dayPlan.parse(fromJson(d.plan));
  return { name: fish.tag, protocols: taking ? plan.protocols : [], stamps: state.fish.get(p.fish)?.stamps ?? {} };
}

/** A bath that was not recorded, or that has had its batches: what one batch leaves in it goes to the next. */
function askBath(inUse: ReturnType<typeof bathAt>): void {
  if (inUse && inUse.batches.length < inUse.batchesMost) return;
  const n = inUse?.batches.length ?? 0;
  throw new CommandRefused(
    inUse ? 'bathSpent' : 'noBath',
    inUse
      ? `This bath has had ${n} ${n === 1 ? 'batch' : 'batches'} (${inUse.batches.map((b) => b.bowl).join(', ')}), ${inUse.batchesMost} at most: organic matter has spent it.`
      : 'No bath is recorded as mixed for this.',
    'step',
    'Mix a fresh one and record it first; the time of this step can be put right then.',
    {
      field: 'bath',
      choices: [inUse ? { value: 'again', label: 'Used once more' } : { value: 'elsewhere', label: 'Mixed elsewhere' }],
    },
  );
}

/** A bath mixed: worked out, held against the protocol’s range, with the drum’s lot. */
export const mixBath = defineCommand({
  type: 'spawning.bath',
  roles,
  schema: z
    .object({ ...eventFields, day, ...bathFields, dose: z.literal('meant').optional() })
    .refine((p) => p.way === 'stock' || p.activeShare !== undefined, {
      path: ['activeShare'],
      error: 'needed: what share of the product counts, by its label',
    })
    .refine((p) => p.way === 'product' || p.stockMgPerL !== undefined, {
      path: ['stockMgPerL'],
      error: 'needed: the strength of the stock',
    }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const protocol = (await protocolsInForce(c.trx, c.site.id)).get(p.protocol);
    if (!protocol?.bath) throw new CommandRefused('noProtocol', 'That protocol has no bath.', 'protocol');
    mustBeStrength(protocol.bath, p.targetMgPerL, p.dose);
    const worked = workBath(p, protocol.bath.basis);
    const { dose: _, ...sent } = p;
    const intent: BathMixed & { day: number; name: string; of: string } = {
      ...sent,
      ...worked,
      name: protocol.name,
      of: protocol.bath.of,
    };
    await record(c, 'bath', event, intent, [
      { kind: 'bath', spawning_day_id: d.id, value: p.targetMgPerL, said: p.protocol.slice(0, 60) },
    ]);
    return { name: protocol.name, ...worked };
  },
});

function mustBeStrength(b: ProtocolBath, mgPerL: number, meant?: string): void {
  const range = `${b.low} to ${b.high} mg/L of ${b.of} in the protocol`;
  const far = ownRules.doseStop.value;
  if (mgPerL > b.high * far || mgPerL < b.low / far)
    throw new CommandRefused(
      'doseStop',
      `${mgPerL} mg/L is an order of magnitude from ${range}: product read as ${b.of}, or a slip of a point.`,
      'targetMgPerL',
      'Read the label again. If it is meant, the manager puts the protocol right first.',
    );
  if ((mgPerL > b.high || mgPerL < b.low) && !meant)
    throw new CommandRefused(
      'dose',
      `${mgPerL} mg/L lies outside ${range}.`,
      'targetMgPerL',
      'Check it against label and veterinarian.',
      { field: 'dose', choices: [{ value: 'meant', label: `It is meant: ${mgPerL} mg/L` }] },
    );
}

function workBath(p: z.output<z.ZodObject<typeof bathFields>>, basis: ProtocolBath['basis']) {
  try {
    if (p.way === 'stock') {
      const o = dilution.compute(
        dilution.input.parse({
          stockConcentration: p.stockMgPerL,
          targetConcentration: p.targetMgPerL,
          targetVolumeL: p.volumeL,
        }),
      );
      return { productG: null, productMl: null, stockL: o.stockVolumeL };
    }
    const o = bath.compute(
      bath.input.parse({
        volumeL: p.volumeL,
        targetMgPerL: p.targetMgPerL,
        activeShare: p.activeShare,
        densityKgPerL: p.densityKgPerL,
        basis,
      }),
    );
    return { productG: o.productG, productMl: o.productMl ?? null, stockL: null };
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    const path = { targetConcentration: 'targetMgPerL' }[e.path] ?? e.path;
    throw new CommandRefused('dose', e.message.replace(`${e.path}: `, ''), path, 'Read the label again.');
  }
}
