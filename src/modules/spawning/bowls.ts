import type { DayState } from '@/core/spawning/dayState';
import { ActRefused } from '@/server/act/refused';
import type { Context } from '@/server/context';
import { protocolsInForce } from '@/store/protocols';

export function mustBeNewBowl(state: DayState, name: string): void {
  if (state.bowls.some((b) => b.bowl === name))
    throw new ActRefused('bowl', `There is a bowl ${name} on this day.`, 'bowl', 'Give another name.');
}

export async function mustBeProtocols(c: Context, ids: readonly string[]): Promise<void> {
  const known = await protocolsInForce(c.trx, c.site.id);
  for (const id of ids)
    if (!known.has(id)) throw new ActRefused('noProtocol', 'Reference has no such protocol.', 'protocols');
}
