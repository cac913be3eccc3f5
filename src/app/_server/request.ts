import 'server-only';
import { cache } from 'react';
import { decimalMark } from '@/core/quantities/format';
import { type BenchNow, benchNow } from '@/queries/benchDue';
import { lifeLine, type StationTotal } from '@/queries/frame';
import { type RoundHolding, round } from '@/queries/round';
import { type StockList, stockAt, stockBy } from '@/queries/stockList';
import { siteVersion } from '@/queries/version';
import { db, now } from './database';
import { requirePerson } from './session';
import type { StockQuery } from './stockQuery';

/** The instant of this request: the frame and the page show one moment. */
export const requestNow = cache(() => now());

/** What was worked for the last page that asked, by site and by what it is. */
const kept = new Map<string, { key: string; worked: Promise<unknown> }>();

const versionNow = cache(async (siteId: number) => siteVersion(db(), siteId));

/**
 * Works something out once for all pages and people until a command or new dates change something, or the minute is
 * over: asking whether it changed is one indexed statement.
 * @param what one thing of this name is kept for each site  @param which tells apart what can be asked of it
 */
async function workedOnce<T>(what: string, which: string, work: (siteId: number) => Promise<T>): Promise<T> {
  const { siteId, units } = await requirePerson();
  const key = `${await versionNow(siteId)} ${Math.floor(requestNow() / 60_000)} ${which}`;
  // Its sentences are written for readers of one kind.
  const place = `${siteId} ${what} ${units} ${decimalMark()}`;
  const before = kept.get(place);
  if (before?.key === key) return before.worked as Promise<T>;
  const mine = { key, worked: work(siteId) };
  kept.set(place, mine);
  // What failed is not kept: the next page tries again.
  mine.worked.catch(() => kept.get(place) === mine && kept.delete(place));
  return mine.worked;
}

type Standing = { holdings: RoundHolding[]; bench: BenchNow; stations: StationTotal[] };

/** Everything that stands and the life line over it. */
const standing = cache(
  (): Promise<Standing> =>
    workedOnce('round', '', async () => {
      const person = await requirePerson();
      const [holdings, bench] = await Promise.all([
        round(db(), person, requestNow()),
        benchNow(db(), person.siteId, requestNow()),
      ]);
      return { holdings, bench, stations: await lifeLine(db(), person, requestNow(), holdings, bench) };
    }),
);

export const requestRound = async (): Promise<RoundHolding[]> => (await standing()).holdings;
export const requestBench = async (): Promise<BenchNow> => (await standing()).bench;
export const requestStations = async (): Promise<StationTotal[]> => (await standing()).stations;

/** The stock list that a page shows: turning its pages, or grouping it otherwise, works nothing anew. */
export async function requestStock(q: StockQuery): Promise<StockList> {
  const stock = await workedOnce('stock', `${q.day ?? ''} ${q.known ?? ''}`, (siteId) =>
    stockAt(db(), siteId, q.asOf, q.knownAt),
  );
  return stockBy(stock, q.by);
}
