import type { Event } from '@/server/act/event';
import type { Context } from '@/server/context';
import type { Observation } from '@/store/books/record';

export async function observe(
  c: Context,
  event: Event,
  kind: string,
  intent: unknown,
  observation: Observation,
): Promise<void> {
  await c.record([{ kind, ...event, replacesSeq: c.replacing?.seq, intent, acts: [], observations: [observation] }]);
}
