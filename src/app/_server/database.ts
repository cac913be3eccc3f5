import 'server-only';
import { makeClock } from '@/core/time/clock';
import { connect, type Db } from '@/store/connection';
import { takeUpThresholds } from '@/store/thresholds';

// Kept on globalThis: in development the module is loaded anew at every edit, the pool must not be.
const kept = globalThis as { morulaDb?: Db; morulaClock?: () => number; morulaTaken?: Promise<void> };

/** The application's connection pool. */
export function db(): Db {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: start Morula by ./morula start or ./morula demo');
  kept.morulaDb ??= connect(url, { min: 1, max: 10 });
  return kept.morulaDb;
}

/** The application's clock, ms. */
export function now(): number {
  kept.morulaClock ??= makeClock(() => Date.now(), { now: process.env.MORULA_NOW, freeze: process.env.MORULA_FREEZE });
  return kept.morulaClock();
}

/** What this hatchery has set of its own, before anything is judged by it: once for the process. */
export function thresholdsTaken(): Promise<void> {
  const taking = kept.morulaTaken ?? takeUpThresholds(db());
  kept.morulaTaken = taking;
  // A database that was away is asked again.
  taking.catch(() => {
    if (kept.morulaTaken === taking) kept.morulaTaken = undefined;
  });
  return taking;
}
