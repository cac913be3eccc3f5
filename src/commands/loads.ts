import { grouped } from '@/core/quantities/format';
import type { Context } from './define';
import { CommandRefused } from './refused';
import type { UnitRow } from './standing';

/** Asks before a unit is loaded above the limit that the manager set for it. */
export async function warnLoads(
  c: Context,
  loads: readonly { unit: UnitRow; adds: number }[],
  answer: 'yes' | undefined,
): Promise<void> {
  if (answer === 'yes') return;
  for (const { unit, adds } of loads) {
    if (unit.load_limit === null) continue;
    const row = (await c.trx('holding').where({ unit_id: unit.id }).sum('number as n').first()) as
      | { n: string | number | null }
      | undefined;
    const there = Number(row?.n ?? 0) - (await broughtByReplaced(c, unit.id));
    const after = there + adds;
    if (after > unit.load_limit)
      throw new CommandRefused(
        'unitFull',
        `${unit.name} would hold ${grouped(after)}; its limit is ${grouped(unit.load_limit)}.`,
        'to',
        'Choose another unit, or put fewer there.',
        {
          field: 'overload',
          choices: [
            { value: 'yes', label: `Put them into ${unit.name} all the same`, why: 'crowding costs oxygen first' },
          ],
        },
      );
  }
}

/** What an entry that is being replaced brought into a unit: it goes out again with the entry. */
async function broughtByReplaced(c: Context, unitId: number): Promise<number> {
  if (!c.replacing) return 0;
  const row = (await c
    .trx('posting as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .where({ 'p.entry_seq': c.replacing.seq, 'p.account': 'holding', 'h.unit_id': unitId })
    .whereNull('p.superseded_seq')
    .sum('p.delta as n')
    .first()) as { n: string | number | null } | undefined;
  return Math.max(0, Number(row?.n ?? 0));
}
