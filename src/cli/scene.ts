import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_ANCHOR, type DemoScene, demoMorning, demoScenes, sceneOf } from '@/core/demoScenes';
import { DAY_MS } from '@/core/time/spans';
import { connect, type Db } from '@/store/connection';
import { migrate } from '@/store/migrations';
import type { Environment } from './environment';
import { HOME, say } from './home';
import { ensureDatabase, type PrivateDatabase } from './mariadb';

/** A demo that was last written to so much before or behind its scene belongs to another anchor: it goes on from there. */
const OWN_DAYS = 3;

/** What the application asks for, and what the supervisor answers; both by file, for they share nothing else. */
const WANTED = join(HOME, 'scene-wanted');
const STATE = join(HOME, 'scene.json');

export type SceneState = { scene: DemoScene; preparing: DemoScene | null; failed: string | null };
const tell = (state: SceneState) => writeFileSync(STATE, JSON.stringify(state));

/** The database of a scene: each has its own, so that what was tried in one stays there. */
const databaseOf = (scene: DemoScene): string => (scene === 'morning' ? 'morula_demo' : `morula_demo_${scene}`);

export type Opened = {
  scene: DemoScene;
  url: string;
  /** At which its clock begins, ms; null where the environment says it. */
  startAt: number | null;
};

/** Opens a scene of the demo: its database brought up to date, and seeded where it is empty. */
export async function openScene(
  own: PrivateDatabase,
  scene: DemoScene,
  env: Environment,
  fresh = false,
): Promise<Opened> {
  const name = databaseOf(scene);
  await ensureDatabase(own, name, fresh);
  const url = own.url(name);
  const db = connect(url, { max: 4 });
  try {
    const done = await migrate(db);
    if (done.length > 0) say(`database brought up to date (${done.length} steps)`);
    const anchor = Date.parse(env.MORULA_FREEZE ?? env.MORULA_NOW ?? DEMO_ANCHOR);
    const { day, house } = sceneOf(scene)!;
    const { seedIfEmpty } = await import('@/demo/seed');
    await seedIfEmpty(db, anchor, say, { day, house });
    // A clock that somebody set is that of the morning; the other scenes lie before it.
    const fixed = env.MORULA_FREEZE !== undefined || (env.MORULA_NOW !== undefined && scene === 'morning');
    return { scene, url, startAt: fixed ? null : await clockOf(db, demoMorning(anchor) + day * DAY_MS) };
  } finally {
    await db.destroy();
  }
}

/** The clock of a scene goes on from where it was left: nothing that was recorded lies ahead of it. */
async function clockOf(db: Db, begins: number): Promise<number> {
  const row = await db('command').max('at as at').first<{ at: number | null }>();
  const last = row.at ?? begins;
  return Math.abs(last - begins) > OWN_DAYS * DAY_MS ? last : Math.max(begins, last + 1000);
}

/** The scene that stands in the command’s words; null where none does, undefined where it is unknown. */
export function sceneIn(args: readonly string[]): DemoScene | null | undefined {
  const word = args.find((a) => !a.startsWith('-'));
  return word === undefined ? null : sceneOf(word)?.id;
}

export const sceneWords = demoScenes.map((s) => s.id).join(', ');

/**
 * Looks whether the application wants another scene, opens it, and hands it on.
 * @returns stops looking
 */
export function watchScene(
  own: PrivateDatabase,
  env: Environment,
  first: DemoScene,
  jump: (to: Opened) => void | Promise<void>,
): () => void {
  let scene = first;
  let busy = false;
  rmSync(WANTED, { force: true });
  tell({ scene, preparing: null, failed: null });
  const timer = setInterval(() => {
    if (busy || !existsSync(WANTED)) return;
    const wanted = sceneOf(readFileSync(WANTED, 'utf8').trim())?.id;
    rmSync(WANTED, { force: true });
    if (!wanted || wanted === scene) return;
    busy = true;
    tell({ scene, preparing: wanted, failed: null });
    openScene(own, wanted, env)
      .then(async (to) => {
        await jump(to);
        scene = wanted;
        tell({ scene, preparing: null, failed: null });
      })
      .catch((e: Error) => {
        say(`the demo could not jump to ${wanted}: ${e.message}`);
        tell({ scene, preparing: null, failed: e.message });
      })
      .finally(() => {
        busy = false;
      });
  }, 500);
  return () => clearInterval(timer);
}

/** Whoever is signed in stays so: the people of all scenes are the same. */
export async function carrySignIns(from: string, to: string): Promise<void> {
  const [a, b] = [connect(from, { max: 1 }), connect(to, { max: 1 })];
  try {
    const rows = await a('sign_in').whereNull('ended_at');
    const people = new Set(await b('person').pluck('id'));
    const known = rows.filter((r) => people.has(r.person_id));
    if (known.length > 0) await b('sign_in').insert(known).onConflict('id').ignore();
  } finally {
    await Promise.all([a.destroy(), b.destroy()]);
  }
}
