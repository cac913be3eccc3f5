import { type Bears, bearing } from '../feeding/tightness';
import type { WhereToLot } from './whereTo';

/** So many weeks are looked ahead. */
export const WEEKS = 8;

/** A tank with what will stand in it, as it grows. */
export type FloorTank = {
  id: number;
  name: string;
  room: string;
  roomId: number;
  volumeL: number | null;
  flowLPerMin: number | null;
  /** Of its water, as its room was read last. */
  celsius: number | null;
  /** Why nothing is put there: a young biofilter, a pond that is stocked by its run; empty where it may be. */
  closed: string;
  /** Null where it is free. */
  holds: {
    lot: string;
    lotId: number;
    stage: string;
    says: string;
    /** What its species bears, °C. */
    warmth: { low?: number; high?: number };
    number: number;
    sd: number;
    meanG: number | null;
    bears: Bears;
    /** Growth of the cube root of the mean mass a day; null where it is not known. */
    rise: number | null;
    /** Share of what binds, now and after each week; null where no limit can be told. */
    weeks: (number | null)[];
    binds: string | null;
    fullAt: number | null;
    /** More lots than one stand in it. */
    mixed: boolean;
  } | null;
};

export type Floor = { tanks: FloorTank[]; asked: { lots: WhereToLot[]; free: string[] } | null };

/** Mean mass of fish so many days on. */
export const grownBy = (meanG: number, rise: number | null, days: number): number =>
  rise === null ? meanG : (Math.cbrt(meanG) + rise * days) ** 3;

/** How many of a lot a tank of another volume and flow bears after some days; null where no limit can be told. */
export function bornBy(
  bears: Bears,
  to: { volumeL: number | null; flowLPerMin: number | null },
  meanG: number,
): number | null {
  return bearing({ ...bears, volumeL: to.volumeL, flowLPerMin: to.flowLPerMin })(meanG)?.number ?? null;
}

/** Why a lot cannot go into a tank: it is closed, or its water is not what they bear; empty where it can. */
export function cannotGo(warmth: { low?: number; high?: number }, to: Pick<FloorTank, 'closed' | 'celsius'>): string {
  if (to.closed) return to.closed;
  if (to.celsius === null) return '';
  if (warmth.low !== undefined && to.celsius < warmth.low) return 'its water is colder than they bear';
  if (warmth.high !== undefined && to.celsius > warmth.high) return 'its water is warmer than they bear';
  return '';
}
