import { inWindow, severityWords } from '@/core/incubation/handsOff';
import { nextStage } from '@/core/species/species';
import { thresholds } from '@/core/thresholds';
import { HOUR_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { early, eyes, sensitive } from '@/server/questions';
import { can, type Standing } from '@/server/stock/standing';

/**
 * How far a lot was in a unit at an instant, by its dates as last worked: eggs on the way to hatch, larvae on the way from
 * there to feeding; null where not known.
 */
export async function progressAt(c: Context, s: Standing, at: number): Promise<number | null> {
  const species = await c.species(s.lot.species);
  const larvae = await can(c, s, 'ponded');
  const enters = larvae ? species.milestones.find((m) => m.enters === s.place.stage) : undefined;
  const reached = larvae
    ? species.milestones[species.milestones.indexOf(enters!) + 1]
    : species.milestones.find((m) => m.enters === nextStage(species, s.place.stage));
  if (!reached || s.lot.fertilised_at === null) return null;
  const row = await c
    .trx('prediction as p')
    .join('unit as u', 'u.id', c.trx.raw('?', [s.unit.id]))
    .where({ 'p.lot_id': s.lot.id, 'p.milestone': reached.id })
    .orderByRaw('p.sensor_id = u.sensor_id DESC')
    .first<{ passed: number; worked_at: number } | undefined>('p.passed', 'p.worked_at');
  if (!row) return null;
  // Larvae count from their hatch, which is not known by the minute: as last worked.
  if (larvae) return reached.sumFrom === 'phase' ? row.passed : null;
  const lived = row.worked_at - s.lot.fertilised_at;
  return lived <= 0 ? row.passed : Math.min(1, (row.passed * Math.max(0, at - s.lot.fertilised_at)) / lived);
}

/**
 * Eggs that must not be shaken just now: asked about once, with why; an emergency overrides, and anything else says its
 * reason in the note. Mild windows (severity 3) are shown, not asked about.
 */
export async function askSensitive(c: Context, s: Standing, note: string, at: number, act: string): Promise<void> {
  const eggs = await can(c, s, 'picked');
  if (!eggs && !(await can(c, s, 'ponded'))) return;
  const progress = await progressAt(c, s, at);
  const window =
    progress === null ? null : inWindow(await c.species(s.lot.species), progress, eggs ? 'eggs' : 'yolksac');
  if (!window || window.severity > 2) return;
  const answer = ask(c, sensitive, {
    message: `Hands off ${s.unit.name}: ${window.why} (${severityWords[window.severity]}; ${Math.round(100 * progress!)} % of the way ${eggs ? 'to hatch' : 'from hatch to feeding'}).`,
    path: 'unit',
    todo:
      window.to >= 1
        ? eggs
          ? 'Leave them until they have hatched.'
          : 'Leave them until they feed.'
        : `Wait until ${Math.round(100 * window.to)} % of the way.`,
    choices: [
      { value: 'emergency', label: 'It is an emergency', why: 'lost flow, oxygen or fungus overrides everything' },
      { value: 'meant', label: 'It is meant', why: 'the reason stands in the note' },
    ],
  });
  if (answer === 'meant' && !note.trim())
    throw new ActRefused('why', `Say why ${act} cannot wait.`, 'note', 'One line in the note is enough.');
}

/** Asked about unless eyes were seen in nearly all of the lot at its last check, or whoever asks has looked. */
export async function askEyes(c: Context, s: Standing, at: number, path: string, todo: string): Promise<void> {
  const eyed = await c
    .trx('observation')
    .where({ lot_id: s.lot.id, kind: 'check:eyed' })
    .where('at', '<=', at)
    .orderBy('at', 'desc')
    .first<{ value: number } | undefined>('value');
  if (eyed && eyed.value >= thresholds.eyesIn.value) return;
  ask(c, eyes, {
    message: eyed
      ? `Eyes were seen in ${Math.round(100 * eyed.value)} % at the last check.`
      : 'No eyed check is recorded of this lot.',
    path,
    todo,
    choices: [{ value: 'seen', label: 'Eyes are in nearly all: I looked' }],
  });
}

/**
 * What is said of eggs long before their water lets it be is asked about: a stage is seen, but the wrong jar is seen as
 * easily.
 * @param least share of the way to hatch before which it is not believed without being asked
 */
export async function askEarly(c: Context, s: Standing, at: number, what: string, least: number): Promise<void> {
  if (s.lot.fertilised_at === null || !(await can(c, s, 'picked'))) return;
  const progress = await progressAt(c, s, at);
  const hours = (at - s.lot.fertilised_at) / HOUR_MS;
  if (progress === null ? hours >= thresholds.leastEggHours.value : progress >= least) return;
  ask(c, early, {
    message: `${s.unit.name}: the eggs are ${oldWords(hours)} old${progress === null ? '' : `, ${Math.round(100 * progress)} % of the way to hatch by their water`}. ${what} so soon?`,
    path: 'unit',
    todo: 'Check the unit, the lot and the time.',
    choices: [{ value: 'seen', label: 'I looked: it is so' }],
  });
}

const oldWords = (hours: number) =>
  hours < 1.5
    ? hours < 0.75
      ? 'less than an hour'
      : 'an hour'
    : hours < 48
      ? `${Math.round(hours)} hours`
      : `${Math.round(hours / 24)} days`;
