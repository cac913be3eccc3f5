import type { Knex } from 'knex';

/** A step that makes a table, in our order of letters whatever the order of the database that it is made in. */
export const create = (table: string, build: (t: Knex.CreateTableBuilder) => void) => (k: Knex) =>
  k.schema.createTable(table, (t) => {
    t.charset('utf8mb4');
    t.collate('utf8mb4_unicode_ci');
    build(t);
  });
export const drop = (table: string) => (k: Knex) => k.schema.dropTable(table);
export const alter = (table: string, build: (t: Knex.AlterTableBuilder) => void) => (k: Knex) =>
  k.schema.alterTable(table, build);
