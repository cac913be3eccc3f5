import type { Knex } from 'knex';

/** A step that makes a table. */
export const create = (table: string, build: (t: Knex.CreateTableBuilder) => void) => (k: Knex) =>
  k.schema.createTable(table, build);
export const drop = (table: string) => (k: Knex) => k.schema.dropTable(table);
export const alter = (table: string, build: (t: Knex.AlterTableBuilder) => void) => (k: Knex) =>
  k.schema.alterTable(table, build);
