import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { recordIncident } from './act';

export const decision = decides(recordIncident, async (c, p) => {
  const event = eventOf(c, p);
  await c.record([{ kind: 'incident', ...event, replacesSeq: c.replacing?.seq, intent: p, acts: [] }]);
  return { what: p.what };
});
