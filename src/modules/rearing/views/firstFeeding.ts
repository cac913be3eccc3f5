import { type LarvalCheck, larvalChecks } from '@/core/feeding/larvalSample';
import type { Species } from '@/core/species/species';
import { type ReadyFor, shippedLarvae } from '@/reference/larvae';
import { type LarvaeAt, larvaeNow } from '@/server/stock/feeding/larvae';
import type { LivingHolding } from '@/server/stock/livingStock';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';
import { type RegimesOfLot, regimesBesideEachOther } from './regimesBeside';

/** Larvae of one lot in one unit. */
export type LarvalTank = LarvaeAt & {
  unitId: number;
  unit: string;
  lotId: number;
  stage: string;
  number: number;
  sd: number;
  /** Of what has to stand ready, what does. */
  ready: string[];
};

/** A lot that comes to feed: its clock stands above its tanks. */
export type LarvalLot = {
  lotId: number;
  lot: string;
  speciesName: string;
  glyph: string;
  stage: string;
  /** What is looked at in such larvae. */
  checks: { id: LarvalCheck; name: string; looks: string }[];
  ready: Omit<ReadyFor, 'groups'>[];
  tanks: LarvalTank[];
};

export type FirstFeedingView = { lots: LarvalLot[]; beside: RegimesOfLot[] };

const GRAVEST = ['grave', 'overdue', 'now', 'calm'] as const;

/** Who comes to feed: every lot between its hatch and food taken, the gravest first. */
export async function firstFeedingView(
  db: Db,
  site: { siteId: number },
  now: number,
  holdings: readonly LivingHolding[],
): Promise<FirstFeedingView> {
  const [larvae, book, beside, ready] = await Promise.all([
    larvaeNow(db, site, now, holdings),
    speciesBook(db, site.siteId),
    regimesBesideEachOther(db, site, now, holdings),
    standReady(
      db,
      holdings.map((h) => h.holdingId),
      now,
    ),
  ]);
  const lots = new Map<number, LarvalLot>();
  for (const h of holdings) {
    const l = larvae.get(h.holdingId);
    if (!l) continue;
    const species = book.get(h.species)!;
    const lot =
      lots.get(h.lotId) ??
      lots
        .set(h.lotId, {
          lotId: h.lotId,
          lot: h.lot,
          speciesName: species.name,
          glyph: h.glyph,
          stage: h.stageName,
          checks: checksOf(species),
          ready: shippedLarvae()
            .ready.filter((r) => r.groups.includes(species.group))
            .map(({ groups: _, ...r }) => r),
          tanks: [],
        })
        .get(h.lotId)!;
    lot.tanks.push({
      ...l,
      unitId: h.unitId,
      unit: h.unit,
      lotId: h.lotId,
      stage: h.stage,
      number: h.number,
      sd: h.sd,
      ready: ready.get(h.holdingId) ?? [],
    });
  }
  const grave = (t: LarvalTank) => GRAVEST.indexOf(t.state.tone);
  for (const l of lots.values()) l.tanks.sort((a, b) => grave(a) - grave(b));
  const rank = (l: LarvalLot) => grave(l.tanks[0]!);
  return { beside, lots: [...lots.values()].sort((a, b) => rank(a) - rank(b)) };
}

/** What was ticked as standing ready, by holding. One statement. */
async function standReady(db: Db, holdingIds: readonly number[], now: number): Promise<Map<number, string[]>> {
  const rows =
    holdingIds.length === 0
      ? []
      : await db('observation')
          .whereIn('holding_id', [...holdingIds])
          .where('kind', 'prepared')
          .where('at', '<=', now)
          .select<{ holding_id: number; said: string }[]>('holding_id', 'said');
  const out = new Map<number, string[]>();
  for (const r of rows) out.set(r.holding_id, [...(out.get(r.holding_id) ?? []), r.said]);
  return out;
}

const checksOf = (s: Species): LarvalLot['checks'] =>
  larvalChecks.flatMap((id) => {
    const known = s.checks.find((c) => c.id === id);
    return known ? [{ id, name: known.name, looks: known.looks }] : [];
  });
