import 'server-only';
import { cache } from 'react';
import type { FeedChoices } from '@/client/session';
import { decimalMark } from '@/core/quantities/format';
import { quietTypes } from '@/modules/door';
import { lifeLine, type StationTotal } from '@/modules/frame/views/frame';
import { type LookDue, looksDue } from '@/modules/health/views/looks';
import { type LiveFoodDue, liveFoodDue, mouthsOf, type Tank } from '@/modules/liveFood/views/liveFood';
import { type PondDue, pondsDue } from '@/modules/ponds/views/pondsDue';
import { type HallView, hallView } from '@/modules/rearing/views/hall';
import { type StockList, stockAt, stockBy } from '@/modules/records/views/stockList';
import { type GradingDue, gradingDue } from '@/modules/sorting/views/gradingDue';
import { type DaysNow, daysNow } from '@/modules/spawning/views/daysNow';
import { type WaterAhead, waterAhead } from '@/modules/water/views/ahead';
import { type DrainOpen, drainsOpen } from '@/modules/water/views/drains';
import { type WaterOff, waterOff } from '@/modules/water/views/handWater';
import { type WorkDown, worksDown } from '@/modules/water/works';
import { frozen } from '@/server/frozen';
import { feedChoices } from '@/server/stock/feeding/feedChoices';
import { vesselsNow } from '@/server/stock/feeding/vessels';
import { type LivingHolding, livingStock } from '@/server/stock/livingStock';
import { siteVersion } from '@/server/version';
import { db, now } from './database';
import { requirePerson, type SignedIn } from './session';
import type { StockQuery } from './stockQuery';

/** The instant of this request: the frame and the page show one moment. */
export const requestNow = cache(() => now());

/** What was computed for the last page that asked, by site, by what it is, and by which of them. */
const kept = new Map<string, { key: string; computed: Promise<unknown> }>();
/** Of lots, rooms and units so many are kept: those that people look at just now. */
const MOST_KEPT = 40;

const versionNow = cache(async (siteId: number) => siteVersion(db(), siteId, quietTypes));

/**
 * Computes something once for all pages and people until a command or new dates change something, or its time is
 * over: asking whether it changed is one indexed statement. It must follow from the books, the time, and how its
 * reader takes figures, and from nothing else.
 * @param what kind of thing  @param id which of them: each is kept  @param how it is asked for: the last is kept
 * @param steady milliseconds for which the clock alone changes nothing in it
 */
export async function computedOnce<T>(
  what: string,
  id: string | number,
  how: string,
  work: (person: SignedIn) => Promise<T>,
  steady = 60_000,
): Promise<T> {
  const person = await requirePerson();
  const key = `${await versionNow(person.siteId)} ${Math.floor(requestNow() / steady)} ${how}`;
  // Its sentences are written for readers of one kind.
  const kind = `${person.siteId} ${person.units} ${decimalMark()} ${what}`;
  const place = `${kind} ${id}`;
  const before = kept.get(place);
  kept.delete(place);
  const mine = before?.key === key ? before : { key, computed: work(person).then(frozen) };
  kept.set(place, mine);
  const alike = [...kept.keys()].filter((k) => k.startsWith(`${kind} `));
  for (const old of alike.slice(0, Math.max(0, alike.length - MOST_KEPT))) kept.delete(old);
  // What failed is not kept: the next page tries again.
  mine.computed.catch(() => kept.get(place) === mine && kept.delete(place));
  return mine.computed as Promise<T>;
}

type Standing = { holdings: LivingHolding[]; days: DaysNow; stations: StationTotal[] };

/** Everything that stands and the life line over it. */
const standing = cache(
  (): Promise<Standing> =>
    computedOnce('round', '', '', async (person) => {
      const [holdings, days] = await Promise.all([
        livingStock(db(), person, requestNow()),
        daysNow(db(), person.siteId, requestNow()),
      ]);
      return { holdings, days, stations: await lifeLine(db(), person, requestNow(), holdings, days) };
    }),
);

export const requestRound = async (): Promise<LivingHolding[]> => (await standing()).holdings;
export const requestDays = async (): Promise<DaysNow> => (await standing()).days;
export const requestStations = async (): Promise<StationTotal[]> => (await standing()).stations;

/** The stock list that a page shows: turning its pages, or grouping it otherwise, works nothing anew. */
export async function requestStock(q: StockQuery): Promise<StockList> {
  const stock = await computedOnce('stock', '', `${q.day ?? ''} ${q.known ?? ''}`, ({ siteId }) =>
    stockAt(db(), siteId, q.asOf, q.knownAt),
  );
  return stockBy(stock, q.by);
}

/** Tanks, raceways and ponds with how they are fed today. */
export const requestHall = (): Promise<HallView> =>
  computedOnce('hall', '', '', async (person) => hallView(db(), person, requestNow(), await requestRound()));

/** Tanks of the hall as live food asks after them. */
export const requestMouths = async (): Promise<Tank[]> => mouthsOf(await requestHall());

/** What live food wants of people today. */
export const requestLiveFoodDue = (): Promise<LiveFoodDue> =>
  computedOnce('liveFoodDue', '', '', async (person) => liveFoodDue(db(), person, requestNow(), await requestMouths()));

/** Gradings that are planned or wanted. */
export const requestGradingDue = (): Promise<GradingDue> =>
  computedOnce('gradingDue', '', '', async () => gradingDue(db(), requestNow(), await requestHall()));

/** Tanks whose water was off when it was read last. */
export const requestWaterOff = (): Promise<WaterOff[]> =>
  computedOnce('waterOff', '', '', async ({ siteId }) =>
    waterOff(
      db(),
      siteId,
      requestNow(),
      (await requestHall()).units.map((u) => ({
        id: u.id,
        name: u.name,
        celsius: u.fed[0]?.tank.celsius ?? null,
        volumeL: u.volumeL,
        flowLPerMin: u.flowLPerMin,
        holdings: u.holdings,
      })),
    ),
  );

/** Tanks that are lowered, or stand without their standpipe. */
export const requestDrains = (): Promise<DrainOpen[]> =>
  computedOnce('drains', '', '', ({ siteId }) => drainsOpen(db(), siteId, requestNow()));

/** What of the water will be beyond a limit in the days to come; it changes by the hour. */
export const requestWaterAhead = (): Promise<WaterAhead[]> =>
  computedOnce(
    'waterAhead',
    '',
    '',
    async (person) => waterAhead(db(), person, requestNow(), await requestRound(), (await requestHall()).units),
    10 * 60_000,
  );

/** What ponds want of people today; their nights change by the hour. */
export const requestPonds = (): Promise<PondDue[]> =>
  computedOnce('ponds', '', '', (person) => pondsDue(db(), person, requestNow()), 10 * 60_000);

/** Tanks to be looked at again after moves. */
export const requestLooks = (): Promise<LookDue[]> =>
  computedOnce('looks', '', '', ({ siteId }) => looksDue(db(), siteId, requestNow()));

/** Works of the water that stand. */
export const requestWorksDown = (): Promise<WorkDown[]> =>
  computedOnce('worksDown', '', '', ({ siteId }) => worksDown(db(), siteId, requestNow()));

/** What may be fed, for the forms of every page. */
export const requestFeeds = (): Promise<FeedChoices> =>
  computedOnce('feeds', '', '', ({ siteId }) => feedChoices(db(), siteId, requestNow()));

/** Harvests of live food that stand, the one that spoils first before the others. */
export const requestKept = () =>
  computedOnce('kept', '', '', async ({ siteId }) =>
    (await vesselsNow(db(), siteId, requestNow()))
      .flatMap((v) =>
        v.kept && v.kept.left > 0
          ? [
              {
                id: v.id,
                name: v.name,
                prey: v.culture?.kind.name ?? 'brine shrimp',
                left: v.kept.left,
                until: v.kept.until,
              },
            ]
          : [],
      )
      .sort((a, b) => a.until - b.until),
  );
