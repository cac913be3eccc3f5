import { capabilitiesOf } from '@/core/species/capabilities';
import { moults, stepBorne } from '@/core/species/life';
import { changeADay, type Species, stageOf, valueNamed } from '@/core/species/species';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import type { LivingHolding } from './livingStock';

/** Holdings as the forms of the acts want them. @param book the species as this hatchery holds them */
export function actHoldings(holdings: readonly LivingHolding[], book: ReadonlyMap<string, Species>) {
  return holdings.map((h) => {
    const species = book.get(h.species)!;
    return {
      unitId: h.unitId,
      unit: h.unit,
      lotId: h.lotId,
      lot: h.lot,
      species: h.species,
      stage: h.stage,
      stageName: h.stageName,
      number: h.number,
      estimated: h.estimated,
      sd: h.sd,
      can: capabilitiesOf(stageOf(species, h.stage)),
      stages: species.stages.map((s) => ({ id: s.id, name: s.name })),
      checks: species.checks,
      eggDiameterMm: valueNamed(species, 'hardened egg diameter')?.value,
      stepCelsius: stepBorne(species),
      ...(moults(species) ? { moults: true } : {}),
      dayCelsius: changeADay(species),
      handsOff: h.handsOff && { severity: h.handsOff.severity, why: h.handsOff.why },
    };
  });
}

/** The volume at which a lot was measured when it was taken or came, for laying it down. */
export async function measuredVolume(db: Db, lotId: number): Promise<number | null> {
  const row = await db('holding_point as p')
    .join('holding as h', 'h.id', 'p.holding_id')
    .join('entry as e', 'e.seq', 'p.entry_seq')
    .where('h.lot_id', lotId)
    .whereIn('e.kind', ['take', 'arrival', 'opening'])
    .orderBy('e.seq', 'desc')
    .first<{ intent: string } | undefined>('e.intent');
  const measured = row
    ? fromJson<{ measured?: { method: string; totalVolumeMl?: number } }>(row.intent).measured
    : undefined;
  return measured?.method === 'volume' ? (measured.totalVolumeMl ?? null) : null;
}
