import type { Step } from '.';

const kinds = (table: string) => `ENUM('${table}','jar','tray','trough','frame','tank','raceway','pond')`;

const STATION = "ENUM('eggs','yolksac','fry','fingerlings')";

const SENSORS = "ENUM('temperature','oxygen','pH','flow','chlorine','gas')";

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
  {
    name: '0610_holding_station',
    up: async (k) => {
      await k.raw(`ALTER TABLE holding ADD station ${STATION} NULL AFTER stage`);
      // Until now every species named its stages alike.
      await k.raw(
        "UPDATE holding SET station = CASE stage WHEN 'egg' THEN 'eggs' WHEN 'yolksac' THEN 'yolksac' WHEN 'fry' THEN 'fry' ELSE 'fingerlings' END",
      );
      await k.raw(`ALTER TABLE holding MODIFY station ${STATION} NOT NULL`);
    },
    down: (k) => k.raw('ALTER TABLE holding DROP station'),
  },
  {
    name: '0620_sensor_level',
    up: (k) => k.raw(`ALTER TABLE sensor MODIFY kind ${SENSORS.replace(')', ",'salinity','level')")} NOT NULL`),
    down: async (k) => {
      await k('sensor').whereIn('kind', ['salinity', 'level']).delete();
      await k.raw(`ALTER TABLE sensor MODIFY kind ${SENSORS} NOT NULL`);
    },
  },
  {
    name: '0630_family_strain',
    up: async (k) => {
      await k.raw(
        `ALTER TABLE family ADD strain VARCHAR(60) NOT NULL DEFAULT '', ADD sex ENUM('mixed','female','male','sterile') NOT NULL DEFAULT 'mixed'`,
      );
      // What was taken before: the strain of the female; crosses of two strains were asked about and are few.
      await k.raw('UPDATE family f JOIN brood_fish b ON b.id = f.female_id SET f.strain = LEFT(b.strain, 60)');
    },
    down: (k) => k.raw('ALTER TABLE family DROP strain, DROP sex'),
  },
  {
    name: '0640_picking_method',
    up: async (k) => {
      await k.raw('RENAME TABLE picking_school TO picking_method');
      await k.raw("ALTER TABLE picking_method CHANGE school method ENUM('pick','siphon','bath') NOT NULL");
    },
    down: async (k) => {
      await k.raw("ALTER TABLE picking_method CHANGE method school ENUM('pick','siphon','bath') NOT NULL");
      await k.raw('RENAME TABLE picking_method TO picking_school');
    },
  },
];
