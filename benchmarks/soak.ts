import { uuidv7 } from 'uuidv7';
import type { PrivateDatabase } from '@/cli/mariadb';
import { build } from '@/cli/serve';
import { connect } from '@/store/connection';
import { type App, hatcheries, memory, SMALL, startApp, stopApp } from './screens';

/** A page or a record so often: what a busy hatchery asks for. */
const EVERY_MS = 200;
/** Once it is warm, the application may grow by so much to the end. */
const GROWS_AT_MOST = 1.1;

/**
 * A mixed load for `minutes` on the small hatchery: pages of all kinds, picks recorded and some taken back. Prints the
 * application's memory each minute, and says whether it was flat in the second half.
 */
export async function soak(own: PrivateDatabase, minutes: number, say: (text: string) => void): Promise<boolean> {
  await hatcheries(own, say, [SMALL]);
  build();
  const db = connect(own.url(SMALL), { max: 1 });
  const units = (await db('holding').where({ stage: 'egg' }).where('number', '>', 0).pluck('unit_id')) as number[];
  const lots = (await db('lot').pluck('id')) as number[];
  await db.destroy();
  const app = await startApp(own.url(SMALL));
  const pages = [
    '/',
    '/rooms/1?unit=JA1',
    '/flow',
    '/records?tab=stock',
    '/records?tab=ledger',
    '/rearing',
    '/compare',
    '/moves',
  ];
  const seen: number[] = [];
  const taken: number[] = [];
  try {
    const end = Date.now() + minutes * 60_000;
    let minute = Date.now() + 60_000;
    for (let i = 0; Date.now() < end; i++) {
      const began = performance.now();
      if (i % 5 === 4) await recordPick(app, units[i % units.length]!, i);
      else await page(app, i % 3 === 0 ? `/lots/${lots[i % lots.length]}` : pages[i % pages.length]!);
      taken.push(performance.now() - began);
      if (Date.now() >= minute) {
        const { now } = memory(app.child.pid!);
        seen.push(now);
        const sorted = taken.splice(0).sort((a, b) => a - b);
        say(
          `soak, minute ${seen.length}: ${now.toFixed(0)} MB, ${sorted.length} requests, ${sorted[sorted.length >> 1]!.toFixed(0)} ms at the median`,
        );
        minute += 60_000;
      }
      await new Promise((r) => setTimeout(r, Math.max(0, EVERY_MS - (performance.now() - began))));
    }
  } finally {
    await stopApp(app);
  }
  // The first quarter warms it: its code is compiled, its caches fill.
  const warm = Math.max(...seen.slice(Math.floor(seen.length / 4), Math.ceil(seen.length / 2)));
  const late = Math.max(...seen.slice(Math.ceil(seen.length / 2)));
  const flat = late <= GROWS_AT_MOST * warm;
  say(
    `soak: at most ${warm.toFixed(0)} MB in the second quarter, ${late.toFixed(0)} MB after: ${flat ? 'flat' : 'it grows'}`,
  );
  return flat;
}

async function page(app: App, path: string): Promise<void> {
  const r = await fetch(app.url + path, { headers: { cookie: app.cookie } });
  await r.arrayBuffer();
  if (!r.ok) throw new Error(`soak: ${path} gave ${r.status}`);
}

async function recordPick(app: App, unit: number, i: number): Promise<void> {
  const r = await fetch(`${app.url}/api/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie: app.cookie, origin: app.url },
    body: JSON.stringify({ id: uuidv7(), type: 'pick.record', payload: { unit, number: i % 7 } }),
  });
  await r.arrayBuffer();
  if (r.status >= 500) throw new Error(`soak: a pick gave ${r.status}`);
}
