import { Z95 } from '@/core/quantities/interval';
import type { LivingHolding } from '@/server/stock/livingStock';

/** Something that stands and may be counted, and what a count of it would bring. */
export type CountRow = {
  holdingId: number;
  lotId: number;
  lot: string;
  unitId: number;
  unit: string;
  room: string;
  stage: string;
  stageName: string;
  speciesName: string;
  glyph: string;
  number: number;
  sd: number;
  /** Half of the interval of the books, as a share of the number. */
  share: number;
  countedAt: number | null;
  /** Animals by which a count of usual care would narrow that half. */
  brings: number;
};

/** Of a count of usual care, half of its interval as a share: what a settled mean leaves. */
const USUAL_HALF = 0.05;

/** Everything that stands, the least sure first: by how many animals a count would narrow what the books say. */
export function countDesk(holdings: readonly LivingHolding[]): CountRow[] {
  return holdings
    .filter((h) => h.number > 0)
    .map((h) => {
      const half = Z95 * h.sd;
      const count = USUAL_HALF * h.number;
      const both = half > 0 && count > 0 ? (half * count) / Math.hypot(half, count) : half;
      return {
        holdingId: h.holdingId,
        lotId: h.lotId,
        lot: h.lot,
        unitId: h.unitId,
        unit: h.unit,
        room: h.room,
        stage: h.stage,
        stageName: h.stageName,
        speciesName: h.speciesName,
        glyph: h.glyph,
        number: h.number,
        sd: h.sd,
        share: half / h.number,
        countedAt: h.last.census ?? null,
        brings: half - both,
      };
    })
    .sort((a, b) => b.brings - a.brings);
}

/** Less sure than this, a number is worth a count. */
const VAGUE = 0.05;
/** So many are named at once. */
const NAMED = 3;

/** The few units of a place that are worth a count: those of which the books are least sure. */
export const leastSure = (rows: readonly CountRow[], unitIds: ReadonlySet<number>): CountRow[] =>
  rows.filter((r) => unitIds.has(r.unitId) && r.share > VAGUE && r.brings >= 1).slice(0, NAMED);
