import 'server-only';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import { type Intake, type Reported, startIntake } from '@/edges/intake';
import { execute } from '@/modules/door';
import { aloneNow } from '@/modules/safety/views/alone';
import type { Actor } from '@/server/context';
import { watchWater } from '@/store/alarms';
import { db, now, thresholdsTaken } from './database';
import { workAllDates } from './dates';

/** How often the water is looked at, and stale dates are worked. */
const EVERY_MS = 30_000;
/** An alarm that nobody has seen is paged again after so long. */
const AGAIN_MS = 15 * 60_000;

/** When somebody who is missed was called for last, by their clock. */
const calledFor = new Map<number, number>();

const kept = globalThis as { morulaWatch?: Promise<void> };

/** Begins to hear probes and to watch the water, once for the process. */
export function keepWatch(): Promise<void> {
  kept.morulaWatch ??= begin();
  return kept.morulaWatch;
}

async function begin(): Promise<void> {
  const url = process.env.MORULA_MQTT;
  const intakes = new Map<number, Intake>();
  const look = async () => {
    await thresholdsTaken();
    for (const { id } of await db()('site').select('id')) {
      if (url && !intakes.has(id)) intakes.set(id, hear(url, id));
      await watchWater(db(), id, now());
      await page(id, intakes.get(id));
    }
    await workAllDates();
  };
  const turn = () =>
    look()
      .catch((e) => console.error('watch', e))
      .finally(() => setTimeout(turn, EVERY_MS).unref());
  void turn();
}

function hear(url: string, site: number): Intake {
  return startIntake({
    url,
    site,
    spool: join(process.env.MORULA_HOME || '.morula', 'spool', `readings-${site}.ndjson`),
    store: (readings) => report(site, readings),
    say: (text) => console.error(`probes: ${text}`),
  });
}

/** Stores readings as a device reports them, through the one door. */
async function report(site: number, readings: readonly Reported[]): Promise<void> {
  const actor = await probesOf(site);
  if (!actor) return;
  await execute(db(), actor, { id: uuidv7(), type: 'readings.report', payload: { readings } }, now());
}

/** Probes act for the manager of their site, and may no more than report. */
async function probesOf(site: number): Promise<Actor | null> {
  const person = await db()('person').where({ site_id: site, role: 'manager' }).orderBy('id').first('id');
  return person ? { id: person.id, siteId: site, name: 'Probes', role: 'culturist' } : null;
}

/** Sends alarms that nobody has seen to the pager: when they begin, and again while nobody comes. */
async function page(site: number, intake: Intake | undefined): Promise<void> {
  if (!intake) return;
  const at = now();
  const due = await db()('alarm')
    .where({ site_id: site, closed_at: null, seen_at: null })
    .where((q) => q.whereNull('paged_at').orWhere('paged_at', '<', at - AGAIN_MS))
    .select('id', 'says', 'todo');
  for (const a of await aloneNow(db(), site, at))
    if (a.backBy < at && at - (calledFor.get(a.id) ?? 0) > AGAIN_MS) {
      calledFor.set(a.id, at);
      await intake.publish(`morula/${site}/pager`, {
        alarm: 0,
        says: `${a.who} should be back from ${a.place}`,
        todo: 'Call, then go there, two of you',
        at,
      });
    }
  for (const a of due) {
    await intake.publish(`morula/${site}/pager`, { alarm: a.id, says: a.says, todo: a.todo, at });
    await db()('alarm').where({ id: a.id }).update({ paged_at: at });
  }
}
