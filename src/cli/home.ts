import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { isAlive } from './mariadb';

/** Where this hatchery's own files are: database, backups, secret. `MORULA_HOME` names another place. */
export const HOME = process.env.MORULA_HOME || '.morula';
export const RUN_FILE = join(HOME, 'running.json');

export type Running = {
  pid: number;
  /** The application's own process. */
  app?: number;
  address: string;
  mode: string;
};

/** What the run file says, whether or not it is still so; null where there is none, or it is damaged. */
export function lastRun(): Running | null {
  if (!existsSync(RUN_FILE)) return null;
  try {
    return JSON.parse(readFileSync(RUN_FILE, 'utf8')) as Running;
  } catch {
    return null;
  }
}

/** The instance that runs from this folder, if one does. */
export function running(): Running | null {
  const r = lastRun();
  return r && isAlive(r.pid, 'main.ts') ? r : null;
}

export const say = (text: string) => process.stderr.write(`morula: ${text}\n`);
