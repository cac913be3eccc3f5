import { decides } from '@/server/context';
import { savePreferences } from './act';

export const decision = decides(savePreferences, async (c, p) => {
  if (Object.keys(p).length > 0) await c.trx('person').where({ id: c.actor.id }).update(p);
  return {};
});
