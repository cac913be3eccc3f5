import { clock, dayMonth } from '@/core/time/localDay';
import { ask, type Context } from '@/server/context';
import { held } from '@/server/questions';
import { heldFeed } from '@/server/stock/feeding/held';
import type { Standing } from '@/server/stock/standing';
import { type HoldReason, holdReasons } from './act';

/** Asks where somebody said that they are not fed just now, of dry feed and live food alike. */
export async function askHeld(c: Context, at: Standing, when: number): Promise<void> {
  const waits = (await heldFeed(c.trx, [at.lot.id], when)).of({ lotId: at.lot.id, unitId: at.unit.id });
  if (!waits) return;
  ask(c, held, {
    message: `${at.unit.name} is not fed until ${clock(waits.until!, c.site.timeZone)} on ${dayMonth(waits.until!, c.site.timeZone)}: ${holdReasons[waits.said as HoldReason] ?? 'held back'}.`,
    path: 'unit',
    todo: 'A full gut costs oxygen and fouls the water while they are handled.',
    choices: [{ value: 'yes', label: 'It was given all the same' }],
  });
}
