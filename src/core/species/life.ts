import type { Milestone, Species, Stage } from './species';
import type { Station } from './stations';

/**
 * How a species lives, as code asks for it: by stations, and by the two turns that every life has. Stages have names and
 * ids of their own in each species; nothing but its file knows them.
 */

/** What a milestone is in a life: the hatch, or the way to feeding done. Others (eyes, a moult) are neither. */
export type Turn = 'hatch' | 'feeding';

type Lived = Pick<Species, 'stages' | 'milestones'>;

const feeds = (station: Station) => station === 'fry' || station === 'fingerlings';

/** The turn that a milestone is; undefined when it leads on within a station, or is only seen. */
export function turnOf(s: Pick<Species, 'stages'>, m: Pick<Milestone, 'enters'>): Turn | undefined {
  const i = s.stages.findIndex((x) => x.id === m.enters);
  const [before, into] = [s.stages[i - 1]?.station, s.stages[i]?.station];
  if (!before || !into) return undefined;
  if (before === 'eggs' && into !== 'eggs') return 'hatch';
  return !feeds(before) && feeds(into) ? 'feeding' : undefined;
}

/** Half hatched: the milestone at which eggs become what follows them. */
export const hatchOf = (s: Lived): Milestone | undefined => s.milestones.find((m) => turnOf(s, m) === 'hatch');

/** The milestone at which those that lived on their yolk begin to feed; undefined where they feed from the hatch on. */
export const feedingOf = (s: Lived): Milestone | undefined => s.milestones.find((m) => turnOf(s, m) === 'feeding');

/** The first stage of a station; undefined where a species passes it by. */
export const firstAt = (s: Pick<Species, 'stages'>, station: Station): Stage | undefined =>
  s.stages.find((x) => x.station === station);

/** The milestone that ends a stage: it leads into the next; undefined where none is known. */
export function endOf(s: Lived, stage: string): Milestone | undefined {
  const next = s.stages[s.stages.findIndex((x) => x.id === stage) + 1];
  return next && s.milestones.find((m) => m.enters === next.id);
}

/** A limit of what is measured for a station: that of its first stage, else what holds for all. */
export function limitAt(
  s: Pick<Species, 'stages' | 'limits'>,
  what: string,
  station: Station,
): Species['limits'][number] | undefined {
  const of = (stage: string | undefined) => s.limits.find((l) => l.what === what && l.stage === stage);
  return of(firstAt(s, station)?.id) ?? of('all');
}

/**
 * Pairs of species and stage, beyond eggs and larvae, whose way to the next stage has a model: their dates are worked
 * like those of eggs.
 */
export const timedLater = (book: ReadonlyMap<string, Species>): [species: string, stage: string][] =>
  [...book.values()].flatMap((s) =>
    s.stages.flatMap((x): [string, string][] => (feeds(x.station) && endOf(s, x.id) ? [[s.id, x.id]] : [])),
  );

/** The change of temperature that eggs and larvae of a species bear at once, °C; null where Reference has none. */
export const stepBorne = (s: Species): number | null => limitAt(s, 'temperature step', 'eggs')?.high ?? null;

/** Groups that grow by moults: their appetite falls with each, and they are soft after it. */
const MOULTING: readonly Species['group'][] = ['crayfish', 'shrimp', 'crab', 'lobster'];
export const moults = (s: Pick<Species, 'group'>): boolean => MOULTING.includes(s.group);
