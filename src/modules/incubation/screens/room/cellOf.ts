import { minutesWords } from '@/core/incubation/danger';
import { isGrave } from '@/core/planning/due';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { LivingHolding } from '@/server/stock/livingStock';
import type { RoomUnit } from '../../views/room';
import { type Drawn, drawnOf } from './UnitDrawing';

/** What the cell of a unit shows, and no more: a room sends hundreds of them to the browser. */
export type CellShown = {
  name: string;
  drawn: Drawn;
  /** Dead of the last days; null where nobody looked. */
  losses: readonly (number | null)[];
  /** The lot in it; null where it is empty. */
  lot: {
    name: string;
    glyph: string;
    /** Share of the way to hatch, or from hatch to swim-up. */
    progress: number;
    number: number;
    sd: number;
    next: string | null;
    /** Time to danger if the flow stops, in words. */
    reserve: string | null;
    /** The last round has left the pattern. */
    called: boolean;
    wants: { says: string; grave: boolean } | null;
  } | null;
};

export function cellOf(u: RoomUnit, now: number, timeZone: string): CellShown {
  const h = u.holdings[0];
  const off = h?.station === 'eggs' ? (h.handsOff?.severity ?? null) : null;
  const shown = { name: u.name, drawn: drawnOf(u, off), losses: h ? u.losses : [] };
  if (!h) return { ...shown, lot: null };
  const due = u.holdings.flatMap((x) => x.due);
  const urgent = due.find(isGrave) ?? due.find((d) => d.urgency === 1);
  const soon = due.find((d) => d.urgency === 2 && d.kind !== 'pick' && d.kind !== 'dead');
  const hatch = h.milestones.find((m) => m.turn === (h.station === 'eggs' ? 'hatch' : 'feeding'));
  const careful = soon ? short(soon.says) : off === 1 ? 'hands off' : off === 2 ? 'gently only' : null;
  return {
    ...shown,
    lot: {
      name: h.lot,
      glyph: h.glyph,
      progress: hatch?.passed ?? 0,
      number: u.number,
      sd: u.sd,
      next: nextStep(h, now, timeZone),
      reserve: u.danger ? minutesWords(u.danger.minutes) : null,
      called: u.holdings.some((x) => x.watch?.last?.verdict),
      wants: urgent
        ? { says: short(urgent.says), grave: isGrave(urgent) }
        : careful
          ? { says: careful, grave: false }
          : null,
    },
  };
}

/** The next thing in this unit's life, with its day and the half-width of its interval. */
export function nextStep(h: LivingHolding, now: number, timeZone: string): string | null {
  const next = h.milestones.find(
    (m) =>
      !m.seen &&
      m.at !== null &&
      (h.station === 'eggs' ? m.turn !== 'feeding' : m.turn === 'feeding') &&
      !(h.last[`check:${m.check}`] !== undefined && m.enters === undefined),
  );
  if (!next || next.at === null) return null;
  const half = next.low !== null && next.high !== null ? (next.high - next.low) / 2 / DAY_MS : null;
  const days = half === null ? '' : half < 0.4 ? ' ±¼' : half < 0.75 ? ' ±½' : ` ±${Math.round(half)}`;
  const word = next.name === 'half hatched' ? 'hatch' : next.name;
  return `${word} ${dayMonth(next.at, timeZone, now)}${days}`;
}

/** The first words of what is due: the whole stands in the sheet. */
const short = (says: string) => says.split(/[:,?]/)[0]!;
