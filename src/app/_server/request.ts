import 'server-only';
import { cache } from 'react';
import { lifeLine, type StationTotal } from '@/queries/frame';
import { type RoundHolding, round } from '@/queries/round';
import { siteVersion } from '@/queries/version';
import { db, now } from './database';
import { requirePerson } from './session';

/** The instant of this request: the frame and the page show one moment. */
export const requestNow = cache(() => now());

type Standing = { holdings: RoundHolding[]; stations: StationTotal[] };
type Kept = { key: string; standing: Promise<Standing> };

/** What stands, by site, as worked for the last page that asked. */
const kept = new Map<number, Kept>();

/**
 * Everything that stands and the life line over it. Worked once for all pages and people until a command or new dates
 * change something, or the minute is over: asking whether it changed is one indexed statement.
 */
const standing = cache(async (): Promise<Standing> => {
  const person = await requirePerson();
  const at = requestNow();
  const key = `${await siteVersion(db(), person.siteId)} ${Math.floor(at / 60_000)}`;
  const before = kept.get(person.siteId);
  if (before?.key === key) return before.standing;
  const work = async () => {
    const holdings = await round(db(), person, at);
    return { holdings, stations: await lifeLine(db(), person, at, holdings) };
  };
  const mine: Kept = { key, standing: work() };
  kept.set(person.siteId, mine);
  // What failed is not kept: the next page tries again.
  mine.standing.catch(() => kept.get(person.siteId) === mine && kept.delete(person.siteId));
  return mine.standing;
});

export const requestRound = async (): Promise<RoundHolding[]> => (await standing()).holdings;
export const requestStations = async (): Promise<StationTotal[]> => (await standing()).stations;
