import { grouped, percent } from '../quantities/format';
import { thresholds } from '../thresholds';
import { judgeLarvae } from './larvalSample';
import type { Criterion } from './larvalState';

/** What was seen of larvae that criteria are worded from. */
export type SeenOfLarvae = {
  samples: Readonly<Record<string, Parameters<typeof judgeLarvae>[1]>>;
  food: { days: number } | null;
  dead: { number: number } | null;
};

/** What a criterion of feeding stands at, in a few words: what was found and what is wanted. */
export function criterionWords(c: Criterion, l: SeenOfLarvae): string {
  if (c.id === 'guts') {
    const s = l.samples.gutFull;
    if (!s) return 'guts not looked at';
    const j = judgeLarvae('gutFull', s);
    const found = `${s.successes} of ${s.trials} with full guts`;
    if (j.is === 'good') return found;
    return `${found}, ${percent(j.mark)} wanted${j.is === 'open' && j.more ? `: look at ${j.more} more` : ''}`;
  }
  if (c.id === 'days') {
    const days = l.food?.days ?? 0;
    return `fed on ${days} ${days === 1 ? 'day' : 'days'}${c.met ? '' : ` of ${thresholds.takenDays.value}`}`;
  }
  if (!l.dead) return 'dead of the last three days not counted';
  return `${grouped(l.dead.number)} dead in three days${c.met ? '' : `, up to ${percent(thresholds.takenDead.value)} a day wanted`}`;
}
