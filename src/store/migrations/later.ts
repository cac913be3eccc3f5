import type { Step } from '.';

const kinds = (table: string) => `ENUM('${table}','jar','tray','trough','frame','tank','raceway','pond')`;

/** Steps since the lists by subject ended: one list, in the order in which they were written, whatever they touch. */
export const laterMigrations: readonly Step[] = [
  {
    name: '0600_unit_table',
    up: async (k) => {
      await k.raw(
        "ALTER TABLE unit MODIFY kind ENUM('bench','table','jar','tray','trough','frame','tank','raceway','pond') NOT NULL",
      );
      await k('unit').where({ kind: 'bench' }).update({ kind: 'table' });
      await k.raw(`ALTER TABLE unit MODIFY kind ${kinds('table')} NOT NULL`);
    },
    down: async (k) => {
      await k.raw(
        "ALTER TABLE unit MODIFY kind ENUM('bench','table','jar','tray','trough','frame','tank','raceway','pond') NOT NULL",
      );
      await k('unit').where({ kind: 'table' }).update({ kind: 'bench' });
      await k.raw(`ALTER TABLE unit MODIFY kind ${kinds('bench')} NOT NULL`);
    },
  },
];
