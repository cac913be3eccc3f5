import type { Turn } from '@/core/species/life';
import type { ProgrammeLot } from '../../views/programme';

type Dated = { lot: Pick<ProgrammeLot, 'milestones'>; dates: ReadonlyMap<string, number | null> };

/** The hatch of a lot, or the end of its way to feeding. */
export const turn = (lot: Pick<ProgrammeLot, 'milestones'>, which: Turn) =>
  lot.milestones.find((m) => m.turn === which);

/** When a course brings a lot there; null where it does not. */
export const dateOf = ({ lot, dates }: Dated, which: Turn): number | null =>
  dates.get(turn(lot, which)?.id ?? '') ?? null;
