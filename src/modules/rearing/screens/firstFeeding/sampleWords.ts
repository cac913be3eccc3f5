import type { Judged } from '@/core/feeding/larvalSample';
import { percent } from '@/core/quantities/format';

/** What a sample says of its mark, in one sentence. */
export function sampleWords(j: Judged): string {
  const wanted = j.good === 'above' ? `over ${percent(j.mark)} wanted` : `under ${percent(j.mark)} wanted`;
  if (j.is === 'good') return `good: ${wanted}`;
  if (j.is === 'bad') return `too ${j.good === 'above' ? 'few' : 'many'}: ${wanted}`;
  return j.more ? `open: look at ${j.more} more, ${wanted}` : `open: too near the mark to tell, ${wanted}`;
}
