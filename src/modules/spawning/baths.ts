import type { bathAt } from '@/core/spawning/baths';
import { ask, type Context } from '@/server/context';
import { bath } from './acts/step/act';

/** A bath that was not recorded, or that has had its batches: what one batch leaves in it goes to the next. */
export function askBath(c: Context, inUse: ReturnType<typeof bathAt>): void {
  if (inUse && inUse.batches.length < inUse.batchesMost) return;
  const n = inUse?.batches.length ?? 0;
  ask(c, bath, {
    message: inUse
      ? `This bath has had ${n} ${n === 1 ? 'batch' : 'batches'} (${inUse.batches.map((b) => b.bowl).join(', ')}), ${inUse.batchesMost} at most: organic matter has spent it.`
      : 'No bath is recorded as mixed for this.',
    path: 'step',
    todo: 'Mix a fresh one and record it first; the time of this step can be corrected then.',
    choices: [inUse ? { value: 'again', label: 'Used once more' } : { value: 'elsewhere', label: 'Mixed elsewhere' }],
  });
}
