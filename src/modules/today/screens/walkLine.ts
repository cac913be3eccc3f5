import { isGrave } from '@/core/planning/due';
import type { LivingHolding } from '@/server/stock/livingStock';
import { unitHref } from '@/server/stock/unitHref';

/** What a line of the walk shows and records, and no more: hundreds of them go to the browser. */
export type WalkLine = Pick<
  LivingHolding,
  'holdingId' | 'unitId' | 'unit' | 'lotId' | 'lot' | 'stage' | 'stageName' | 'glyph' | 'number' | 'sd'
> & {
  /** Dead are picked there; elsewhere they are counted. */
  eggs: boolean;
  /** The daily look, where it is still to come. */
  daily: { says: string; urgent: boolean; expected: boolean } | null;
  /** What else it wants: the most urgent has 1; grave is what lies beyond its pattern. */
  others: { key: string; says: string; urgency: number; grave?: true }[];
  handsOff: 'hands off' | 'gently only' | null;
  /** A case of it is open. */
  suspect: boolean;
  /** What was found there today; undefined where nobody looked yet. */
  done: number | undefined;
  href: string;
};

export function walkLine(h: LivingHolding, done: number | undefined): WalkLine {
  const eggs = h.station === 'eggs';
  const daily = h.due.find((d) => d.kind === 'pick' || d.kind === 'dead');
  const severity = eggs ? (h.handsOff?.severity ?? null) : null;
  const { holdingId, unitId, unit, lotId, lot, stage, stageName, glyph, number, sd } = h;
  return {
    ...{ holdingId, unitId, unit, lotId, lot, stage, stageName, glyph, number, sd },
    eggs,
    daily: daily ? { says: daily.says, urgent: daily.urgency === 1, expected: eggs && h.watch !== null } : null,
    others: h.due
      .filter((d) => d !== daily && d.kind !== 'pick' && d.kind !== 'dead')
      .map((d) => ({
        key: d.kind + (d.check ?? ''),
        says: d.says,
        urgency: d.urgency,
        ...(isGrave(d) ? { grave: true as const } : {}),
      })),
    handsOff: severity === 1 ? 'hands off' : severity === 2 ? 'gently only' : null,
    suspect: h.caseId !== null,
    done,
    href: unitHref(h),
  };
}
