import type { Knex } from 'knex';
import type { Db } from '../connection';
import { booksMigrations } from './books';
import { broodMigrations } from './brood';
import { carriedMigrations } from './carried';
import { incubationMigrations } from './incubation';
import { laterMigrations } from './later';
import { peopleMigrations } from './people';
import { placesMigrations } from './places';
import { readingsMigrations } from './readings';

/**
 * One step: one DDL statement and its way back (DDL does not roll back with a transaction). The name is final once
 * released: never rename, never edit; add a new one at the end.
 */
export type Step = { name: string; up: (k: Knex) => PromiseLike<unknown>; down: (k: Knex) => PromiseLike<unknown> };

export const steps: readonly Step[] = [
  ...placesMigrations,
  ...booksMigrations,
  ...readingsMigrations,
  ...broodMigrations,
  ...incubationMigrations,
  ...peopleMigrations,
  ...laterMigrations,
  ...carriedMigrations,
];

const source: Knex.MigrationSource<Step> = {
  getMigrations: async () => [...steps],
  getMigrationName: (s) => s.name,
  getMigration: async (s) => ({ up: async (k) => void (await s.up(k)), down: async (k) => void (await s.down(k)) }),
};

const config: Knex.MigratorConfig = { migrationSource: source, disableTransactions: true, tableName: 'migration' };

/** Brings the database up to the newest step. @returns names of the steps carried out */
export async function migrate(db: Db): Promise<string[]> {
  const [, done] = (await db.migrate.latest(config)) as [number, string[]];
  return done;
}

/** Takes every step back: leaves an empty database. For tests. */
export async function unmigrate(db: Db): Promise<void> {
  await db.migrate.rollback(config, true);
}
