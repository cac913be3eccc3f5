import { plain } from '@/core/quantities/format';
import { bathAt, bathsOf } from '@/core/spawning/baths';
import type { DayState } from '@/core/spawning/dayState';
import { dayPlan } from '@/core/spawning/plan';
import {
  notOverBefore,
  type Protocol,
  type ProtocolStep,
  progressOf,
  protocolKindWords,
  type Stamp,
} from '@/core/spawning/protocol';
import type { Event } from '@/server/act/event';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context, decides } from '@/server/context';
import { type DayRow, dayById } from '@/server/stock/spawningDay';
import { eventOf } from '@/server/when';
import { fromJson } from '@/store/books/rows';
import { protocolsInForce } from '@/store/protocols';
import { askBath } from '../../baths';
import { fishOfDay, record, stateOf } from '../../dayState';
import { figure, order, stampStep } from './act';

export const decision = decides(stampStep, async (c, p) => {
  const event = eventOf(c, p);
  const d = await dayById(c, p.day);
  const state = await stateOf(c, d);
  const known = await protocolsInForce(c.trx, c.site.id);
  const protocol = known.get(p.protocol);
  const on = await stampedOn(c, d, state, p, protocol?.kind === 'taking', event);
  if (!protocol || !on.protocols.includes(p.protocol))
    throw new ActRefused('noProtocol', `${on.name} is not worked by that protocol.`, 'protocol');
  const stamps = on.stamps[p.protocol] ?? [];
  if (!protocol.steps.some((s) => s.id === p.step))
    throw new ActRefused('noStep', `${protocol.name} has no such step.`, 'step');
  if (stamps.some((s) => s.step === p.step))
    throw new ActRefused('stamped', 'That step has its time already.', 'step', 'If it is wrong, correct it.');
  if (stamps.length === 0 && !p.skipped) askOrder(c, protocol, on, known);
  if (protocol.bath?.step === p.step && !p.skipped) askBath(c, bathAt(bathsOf(state, known), p.protocol, event.at));
  if (!p.skipped) mustBeFigure(c, protocol.steps.find((x) => x.id === p.step)!, p);
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
});

/** A figure that a step hangs on: it must be there, it may stop the step, and outside of its span it is asked about. */
function mustBeFigure(c: Context, step: ProtocolStep, p: { value?: number }): void {
  const m = step.measure;
  if (!m) return;
  const span =
    m.low !== undefined && m.high !== undefined
      ? `${plain(m.low)} to ${plain(m.high)}${m.unit ? ` ${m.unit}` : ''}`
      : '';
  if (m.stopBelow !== undefined && p.value === undefined)
    throw new ActRefused(
      'figure',
      `The ${m.what} is not measured.`,
      'value',
      `Measure it first: ${span || `at least ${plain(m.stopBelow)}`} is wanted.`,
    );
  if (p.value === undefined) return;
  if (m.stopBelow !== undefined && p.value < m.stopBelow)
    throw new ActRefused(
      'figureStop',
      `${m.what} ${plain(p.value)} is below ${plain(m.stopBelow)}: eggs are harmed.`,
      'value',
      span ? `Bring it to ${span} before they go in.` : 'Mend the bath first.',
    );
  const outside = (m.low !== undefined && p.value < m.low) || (m.high !== undefined && p.value > m.high);
  if (outside)
    ask(c, figure, {
      message: `${m.what} ${plain(p.value)} lies outside ${span}.`,
      path: 'value',
      todo: 'Measure again; mend the bath.',
      choices: [{ value: 'meant', label: `It is ${plain(p.value)}, measured again` }],
    });
}

/** Iodine before they are firm is asked about with its first step. */
function askOrder(
  c: Context,
  next: Protocol,
  on: { name: string; protocols: readonly string[]; stamps: Readonly<Record<string, readonly Stamp[]>> },
  known: ReadonlyMap<string, Protocol>,
): void {
  const others = on.protocols.flatMap((id) => {
    const protocol = known.get(id);
    return protocol && id !== next.id ? [{ protocol, stamps: on.stamps[id] ?? [] }] : [];
  });
  const open = notOverBefore(next, others);
  if (open.length === 0) return;
  ask(c, order, {
    message: `${on.name} is not through ${open.map((p) => `“${p.name}”`).join(' and ')}: ${protocolKindWords[open[0]!.kind]} comes before ${protocolKindWords[next.kind]}.`,
    path: 'step',
    todo: 'Soft eggs are hurt by the bath: let them get firm first.',
    choices: [
      { value: 'over', label: 'It is over', why: 'its steps were not stamped' },
      { value: 'meant', label: 'It is meant so' },
    ],
  });
}

/** What a step is stamped on: a bowl with its protocols, or a female with those of the day about taking eggs. */
async function stampedOn(
  c: Context,
  d: DayRow,
  state: DayState,
  p: { bowl?: string; fish?: number },
  taking: boolean,
  event: Event,
) {
  if (p.fish === undefined) {
    const bowl = state.bowls.find((b) => b.bowl === p.bowl);
    if (!bowl) throw new ActRefused('noBowl', `There is no bowl ${p.bowl} on this day.`, 'bowl');
    return { name: `Bowl ${bowl.bowl}`, protocols: bowl.protocols, stamps: bowl.stamps };
  }
  const fish = await fishOfDay(c, d, p.fish, event, 'female');
  const plan = dayPlan.parse(fromJson(d.plan));
  return { name: fish.tag, protocols: taking ? plan.protocols : [], stamps: state.fish.get(p.fish)?.stamps ?? {} };
}
