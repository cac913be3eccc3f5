import { type Bears, bearing } from '@/core/feeding/tightness';
import { bornBy, cannotGo, type Floor, type FloorTank, grownBy, WEEKS } from '@/core/planning/floor';
import type { WhereToLot } from '@/core/planning/whereTo';
import { limitAt } from '@/core/species/life';
import { roomsBehind } from '@/core/water/budget';
import { bearsOf, type HallView } from '@/modules/rearing/views/hall';
import { worksOf } from '@/modules/water/works';
import type { Db } from '@/store/connection';
import { speciesBook } from '@/store/species';

/** All tanks of the hall as they will be, and what must be placed. Two statements. */
export async function floorOf(db: Db, siteId: number, now: number, hall: HallView): Promise<Floor> {
  const [book, works] = await Promise.all([speciesBook(db, siteId), worksOf(db, siteId)]);
  // A biofilter that is conditioned for a day to come carries nobody before it.
  const young = new Set(
    works
      .filter((w) => {
        const set = w.kind === 'biofilter' ? w.more.conditioning : null;
        return set !== null && (set.stock === null || set.stock > now);
      })
      .flatMap((w) => [...roomsBehind(works, w.id)]),
  );
  const tanks = hall.units.map((u): FloorTank => {
    const of = {
      id: u.id,
      name: u.name,
      room: u.room,
      roomId: u.roomId,
      volumeL: u.volumeL,
      flowLPerMin: u.flowLPerMin,
      celsius: hall.waters.find((w) => w.room === u.room)?.celsius ?? null,
      closed: young.has(u.roomId)
        ? 'its biofilter does not carry yet'
        : u.kind === 'pond'
          ? 'a pond is stocked by its run'
          : '',
    };
    const [first] = u.holdings;
    const species = first && book.get(first.species);
    if (!first || !species || u.number <= 0) return { ...of, holds: null };
    const warmth = limitAt(species, 'temperature', first.station);
    const said = {
      warmth: { low: warmth?.low, high: warmth?.high },
      lot: first.lot,
      lotId: first.lotId,
      stage: first.stage,
      number: u.number,
      sd: u.sd,
    };
    if (u.fed.length === 0)
      return {
        ...of,
        holds: {
          ...said,
          says: `${first.speciesName}, ${first.stageName}`,
          meanG: null,
          bears: EMPTY,
          rise: null,
          weeks: Array.from({ length: WEEKS + 1 }, () => null),
          binds: null,
          fullAt: null,
          mixed: u.holdings.length > 1,
        },
      };
    const { bears, meanG, rise } = bearsOf(u, species, u.fed, u.number, u.massG);
    const at = bearing(bears);
    return {
      ...of,
      holds: {
        ...said,
        says: `${first.speciesName}, ${first.stageName}`,
        meanG,
        bears,
        rise,
        weeks: Array.from({ length: WEEKS + 1 }, (_, w) => {
          const number = meanG === null ? null : (at(grownBy(meanG, rise, 7 * w))?.number ?? null);
          return number === null ? null : u.number / number;
        }),
        binds: u.tight?.limit ?? null,
        fullAt: u.tight?.fullAt ?? null,
        mixed: u.holdings.length > 1,
      },
    };
  });
  return { tanks, asked: askedOf(tanks) };
}

const EMPTY: Bears = {
  volumeL: null,
  flowLPerMin: null,
  oxygen: null,
  mostTanMgPerL: null,
  proteinShare: 0,
  rationShare: null,
};
/** After a move a tank is to be no fuller than this at the end of the weeks. */
const MARGIN = 0.9;

/** What the solver is asked: lots that outgrow their tank within the weeks, and the tanks that are free; null where none does. */
function askedOf(tanks: readonly FloorTank[]): Floor['asked'] {
  const free = tanks.filter((t) => t.holds === null);
  const lots = tanks.flatMap((t): WhereToLot[] => {
    const h = t.holds;
    const end = h?.weeks[WEEKS];
    if (!h || h.meanG === null || end == null || end <= 1) return [];
    const meanG = grownBy(h.meanG, h.rise, 7 * WEEKS);
    const exact = h.number * (1 - MARGIN / end);
    // Nobody counts to a fish what is netted by the thousand.
    const over = exact < 1000 ? Math.ceil(exact) : Math.min(Math.floor(h.number), 100 * Math.ceil(exact / 100));
    return [
      {
        id: t.name,
        over,
        near: free.filter((f) => f.roomId === t.roomId).map((f) => f.name),
        bears: Object.fromEntries(
          free.flatMap((f) => {
            if (cannotGo(h.warmth, f)) return [];
            const most = bornBy(h.bears, f, meanG);
            return most === null ? [] : [[f.name, Math.floor(MARGIN * most)]];
          }),
        ),
      },
    ];
  });
  return lots.length === 0 ? null : { lots: lots.slice(0, 100), free: free.map((f) => f.name).slice(0, 200) };
}
