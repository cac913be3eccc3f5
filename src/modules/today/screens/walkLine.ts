import { isGrave } from '@/core/planning/due';
import type { LivingHolding } from '@/server/stock/livingStock';
import { unitHref } from '@/server/stock/unitHref';

/** What a line of the walk shows and records, and no more: hundreds of them go to the browser. What does not hold is left out. */
export type WalkLine = Pick<
  LivingHolding,
  'holdingId' | 'unitId' | 'unit' | 'lotId' | 'lot' | 'stage' | 'stageName' | 'glyph' | 'number' | 'sd'
> & {
  /** Dead are picked there; elsewhere they are counted. */
  eggs?: true;
  /** The daily look, where it is still to come. */
  daily?: { says: string; urgent?: true; expected?: true };
  /** What else it wants: the most urgent has 1; grave is what lies beyond its pattern. */
  others?: { key: string; says: string; urgency: number; grave?: true }[];
  handsOff?: 'hands off' | 'gently only';
  /** A case of it is open. */
  suspect?: true;
  /** What was found there today; undefined where nobody looked yet. */
  done?: number;
  href: string;
};

/** Digits of a standard deviation that anything of it can show. */
const DIGITS = 6;

export function walkLine(h: LivingHolding, done: number | undefined): WalkLine {
  const eggs = h.station === 'eggs';
  const daily = h.due.find((d) => d.kind === 'pick' || d.kind === 'dead');
  const severity = eggs ? (h.handsOff?.severity ?? null) : null;
  const { holdingId, unitId, unit, lotId, lot, stage, stageName, glyph, number } = h;
  const others = h.due
    .filter((d) => d !== daily && d.kind !== 'pick' && d.kind !== 'dead')
    .map((d) => ({
      key: d.kind + (d.check ?? ''),
      says: d.says,
      urgency: d.urgency,
      ...(isGrave(d) && { grave: true as const }),
    }));
  return {
    ...{ holdingId, unitId, unit, lotId, lot, stage, stageName, glyph, number },
    sd: Number(h.sd.toPrecision(DIGITS)),
    ...(eggs && { eggs }),
    ...(daily && {
      daily: {
        says: daily.says,
        ...(daily.urgency === 1 && { urgent: true as const }),
        ...(eggs && h.watch !== null && { expected: true as const }),
      },
    }),
    ...(others.length > 0 && { others }),
    ...(severity === 1 && { handsOff: 'hands off' as const }),
    ...(severity === 2 && { handsOff: 'gently only' as const }),
    ...(h.caseId !== null && { suspect: true as const }),
    ...(done !== undefined && { done }),
    href: unitHref(h),
  };
}
