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
  /** Null where it is free. */
  holds: {
    lot: string;
    lotId: number;
    stage: string;
    says: string;
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
