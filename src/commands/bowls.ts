import { z } from 'zod';
import { figures, plain } from '@/core/quantities/format';
import { crossFields, nestFields, stepFields } from '@/core/spawning/acts';
import { bathAt, bathsOf } from '@/core/spawning/baths';
import { type BenchState, eggsLeft } from '@/core/spawning/bench';
import { dayPlan } from '@/core/spawning/plan';
import { type ProtocolStep, progressOf } from '@/core/spawning/protocol';
import { fromJson } from '@/store/books/rows';
import { protocolsInForce } from '@/store/protocols';
import { askBath } from './baths';
import { day, fishOfDay, record, roles, stateOf } from './bench';
import { type Context, defineCommand } from './define';
import { CommandRefused } from './refused';
import { type DayRow, dayById } from './spawningDay';
import { allPairs, askStrains, strainAnswer } from './strains';
import { type Event, eventFields, eventOf } from './when';

/** Eggs and milt brought together in a bowl. */
export const cross = defineCommand({
  type: 'spawning.cross',
  roles,
  schema: z.object({ ...eventFields, day, ...crossFields, ...strainAnswer, sure: z.literal('yes').optional() }),
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
    askStrains(allPairs(females, males), p, 'males');
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
  schema: z.object({ ...eventFields, day, ...nestFields, ...strainAnswer }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const d = await dayById(c, p.day);
    const state = await stateOf(c, d);
    mustBeNewBowl(state, p.bowl);
    await mustBeProtocols(c, p.protocols);
    const female = await fishOfDay(c, d, p.female, event, 'female');
    const males = [];
    for (const id of p.males) males.push(await fishOfDay(c, d, id, event, 'male'));
    askStrains(allPairs([female], males), p, 'males');
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
    if (!p.skipped) mustBeFigure(protocol.steps.find((x) => x.id === p.step)!, p);
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

/** A figure that a step hangs on: it must be there, it may stop the step, and outside of its span it is asked about. */
function mustBeFigure(step: ProtocolStep, p: { value?: number; figure?: 'meant' }): void {
  const m = step.measure;
  if (!m) return;
  const span =
    m.low !== undefined && m.high !== undefined
      ? `${plain(m.low)} to ${plain(m.high)}${m.unit ? ` ${m.unit}` : ''}`
      : '';
  if (m.stopBelow !== undefined && p.value === undefined)
    throw new CommandRefused(
      'figure',
      `The ${m.what} is not measured.`,
      'value',
      `Measure it first: ${span || `at least ${plain(m.stopBelow)}`} is wanted.`,
    );
  if (p.value === undefined) return;
  if (m.stopBelow !== undefined && p.value < m.stopBelow)
    throw new CommandRefused(
      'figureStop',
      `${m.what} ${plain(p.value)} is below ${plain(m.stopBelow)}: eggs are harmed.`,
      'value',
      span ? `Bring it to ${span} before they go in.` : 'Mend the bath first.',
    );
  const outside = (m.low !== undefined && p.value < m.low) || (m.high !== undefined && p.value > m.high);
  if (outside && !p.figure)
    throw new CommandRefused(
      'figure',
      `${m.what} ${plain(p.value)} lies outside ${span}.`,
      'value',
      'Measure again; mend the bath.',
      {
        field: 'figure',
        choices: [{ value: 'meant', label: `It is ${plain(p.value)}, measured again` }],
      },
    );
}

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
