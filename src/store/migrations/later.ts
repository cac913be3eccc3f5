import type { Step } from '.';
import { create, drop } from './table';

const kinds = (table: string) => `ENUM('${table}','jar','tray','trough','frame','tank','raceway','pond')`;

const STATION = "ENUM('eggs','yolksac','fry','fingerlings')";

/** Kinds of sensors before those of water and works. */
export const SENSORS = "ENUM('temperature','oxygen','pH','flow','chlorine','gas')";

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
  {
    name: '0650_feed_product',
    up: create('feed_product', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 60).notNullable();
      t.double('from_mm').comment('length of the fish that it is for');
      t.double('to_mm');
      t.double('protein_share');
      t.double('price_per_kg').comment('in the money of the house');
      t.double('lead_days').comment('from the order to the delivery');
      t.boolean('retired').notNullable().defaultTo(false);
      t.unique(['site_id', 'name']);
    }),
    down: drop('feed_product'),
  },
  {
    name: '0651_feed_lot',
    up: create('feed_lot', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('product_id').unsigned().notNullable().references('feed_product.id');
      t.string('name', 40).notNullable().comment('as it is printed on the bag');
      t.bigInteger('best_before').comment('end of that day');
      t.unique(['product_id', 'name']);
    }),
    down: drop('feed_lot'),
  },
  {
    name: '0652_observation_feed_lot',
    up: (k) =>
      k.raw(`ALTER TABLE observation
        ADD COLUMN feed_lot_id INT UNSIGNED NULL,
        ADD INDEX observation_feed_lot (feed_lot_id, kind, at, value),
        ADD CONSTRAINT observation_feed_lot_id FOREIGN KEY (feed_lot_id) REFERENCES feed_lot (id)`),
    down: (k) =>
      k.raw(
        'ALTER TABLE observation DROP FOREIGN KEY observation_feed_lot_id, DROP INDEX observation_feed_lot, DROP COLUMN feed_lot_id',
      ),
  },
  {
    name: '0653_feed_table',
    up: create('feed_table', (t) => {
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('id', 40).notNullable();
      t.json('content').notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.primary(['site_id', 'id']);
    }),
    down: drop('feed_table'),
  },
  {
    name: '0660_vessel',
    up: create('vessel', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 24).notNullable();
      t.enum('kind', ['cone', 'culture']).notNullable();
      t.double('volume_l').notNullable();
      t.boolean('retired').notNullable().defaultTo(false);
      t.unique(['site_id', 'name']);
    }),
    down: drop('vessel'),
  },
  {
    name: '0661_observation_vessel',
    up: (k) =>
      k.raw(`ALTER TABLE observation
        ADD COLUMN vessel_id INT UNSIGNED NULL,
        ADD INDEX observation_vessel (vessel_id, kind, at, value),
        ADD CONSTRAINT observation_vessel_id FOREIGN KEY (vessel_id) REFERENCES vessel (id)`),
    down: (k) =>
      k.raw(
        'ALTER TABLE observation DROP FOREIGN KEY observation_vessel_id, DROP INDEX observation_vessel, DROP COLUMN vessel_id',
      ),
  },
  {
    name: '0662_regime',
    up: create('regime', (t) => {
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('id', 60).notNullable();
      t.json('content').notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.primary(['site_id', 'id']);
    }),
    down: drop('regime'),
  },
  {
    name: '0670_tally_part',
    up: create('tally_part', (t) => {
      t.string('id', 36).notNullable().primary();
      t.integer('unit_id').unsigned().notNullable().references('unit.id');
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.json('counts').notNullable();
      t.bigInteger('begun_at').notNullable();
      t.bigInteger('at').notNullable();
      t.index(['unit_id', 'begun_at']);
    }),
    down: drop('tally_part'),
  },
  {
    name: '0680_selection',
    up: create('selection', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('unit_id').unsigned().notNullable().references('unit.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.string('stage', 20).notNullable();
      t.json('scheme').notNullable();
      t.json('goal').notNullable().comment('so many to keep, so many for the second pond, the range, the prices');
      t.integer('begun_by').unsigned().notNullable().references('person.id');
      t.bigInteger('begun_at').notNullable();
      t.bigInteger('entry_seq').unsigned().comment('by which it reached the books');
      t.bigInteger('over_at').comment('given up without reaching the books');
      t.index(['site_id', 'begun_at']);
      t.index('lot_id');
    }),
    down: drop('selection'),
  },
  {
    name: '0681_selection_fish',
    up: create('selection_fish', (t) => {
      t.string('id', 36).notNullable().primary();
      t.integer('selection_id').unsigned().notNullable().references('selection.id');
      t.integer('nth').unsigned().notNullable();
      t.json('content').notNullable();
      t.boolean('followed').notNullable();
      t.string('first_id', 36);
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.bigInteger('at').notNullable().comment('when it came here');
      t.index(['selection_id', 'at']);
      t.index('first_id');
    }),
    down: drop('selection_fish'),
  },
  {
    name: '0682_selection_scheme',
    up: create('selection_scheme', (t) => {
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.json('content').notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.primary(['site_id', 'species']);
    }),
    down: drop('selection_scheme'),
  },
  {
    name: '0690_dead_watch',
    up: create('dead_watch', (t) => {
      t.integer('holding_id').unsigned().primary().references('holding.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.json('usual').comment('what a day brings as a rule; none while there is too little to go by');
      t.json('rise').comment('what is called out');
      t.json('days').notNullable().comment('the last that were counted, for the curve');
      t.bigInteger('worked_at').notNullable();
      t.index(['lot_id']);
    }),
    down: drop('dead_watch'),
  },
  {
    name: '0691_health_case',
    up: create('health_case', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.json('holdings').notNullable().comment('what stood in its units when it was opened');
      t.json('signs').notNullable();
      t.string('suspected', 200).notNullable();
      t.bigInteger('opened_at').notNullable();
      t.bigInteger('opened_seq').unsigned().comment('none while it is being taken back');
      t.bigInteger('closed_at');
      t.bigInteger('closed_seq').unsigned();
      t.string('outcome', 40);
      t.string('diagnosis', 200).notNullable().defaultTo('');
      t.index(['site_id', 'closed_at']);
    }),
    down: drop('health_case'),
  },
  {
    name: '0695_work',
    up: create('work', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 40).notNullable();
      t.string('kind', 20).notNullable();
      t.json('takes_from').notNullable().comment('works before it');
      t.json('rooms').notNullable().comment('that it serves directly');
      t.integer('breaker_id').unsigned();
      t.double('watts');
      t.double('amperes').comment('of an electric circuit: what it bears');
      t.double('flow_l_min').comment('what it gives at most');
      t.string('spare', 200).notNullable().defaultTo('');
      t.boolean('retired').notNullable().defaultTo(false);
      t.index(['site_id', 'name']);
    }),
    down: drop('work'),
  },
  {
    name: '0696_work_event',
    up: create('work_event', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('work_id').unsigned().notNullable().references('work.id');
      t.string('kind', 20).notNullable();
      t.bigInteger('at').notNullable();
      t.string('said', 300).notNullable();
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.index(['site_id', 'at']);
      t.index(['work_id', 'at']);
    }),
    down: drop('work_event'),
  },
  {
    name: '0697_vaccination',
    up: create('vaccination', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('unit_id').unsigned().notNullable().references('unit.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.string('stage', 40).notNullable();
      t.json('plan').notNullable().comment('vaccine, dose, by whose order, how long they may sleep, withdrawal');
      t.bigInteger('begun_at').notNullable();
      t.integer('begun_by').unsigned().notNullable().references('person.id');
      t.bigInteger('closed_at');
      t.bigInteger('entry_seq').unsigned().comment('by which it reached the books');
      t.index(['site_id', 'begun_at']);
    }),
    down: drop('vaccination'),
  },
  {
    name: '0698_vaccination_batch',
    up: create('vaccination_batch', (t) => {
      t.specificType('id', 'CHAR(36) CHARACTER SET ascii').primary();
      t.integer('vaccination_id').unsigned().notNullable().references('vaccination.id');
      t.string('kind', 10).notNullable().comment('batch or needle');
      t.integer('number').unsigned().notNullable();
      t.double('asleep_s');
      t.integer('dead').unsigned().notNullable();
      t.string('hand', 80).notNullable();
      t.bigInteger('at').notNullable();
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.index(['vaccination_id', 'at']);
    }),
    down: drop('vaccination_batch'),
  },
];
