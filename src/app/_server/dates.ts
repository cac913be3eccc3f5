import 'server-only';
import { workJobs } from '@/store/predictions';
import { db, now } from './database';
import { forAll } from './reader';

/** One at a time: two workers on one lot would write its dates twice. */
let busy: Promise<unknown> = Promise.resolve();

/** Works some queued dates, behind whoever works just now. @returns how many were worked; a failure is logged and is none */
export function workDates(most: number): Promise<number> {
  const mine = busy.then(() =>
    // What is said of dates is kept with them.
    forAll(() => workJobs(db(), now(), most)).catch((e) => {
      console.error('predictions', e);
      return 0;
    }),
  );
  busy = mine;
  return mine;
}

/** Works all that is queued, in slices, so that the next record waits for no more than one of them. */
export async function workAllDates(): Promise<void> {
  while ((await workDates(4)) > 0);
}

let begun = false;
/** What an earlier process left in the queue, once. */
export async function workLeftDates(): Promise<void> {
  if (begun) return;
  begun = true;
  await workAllDates();
}
