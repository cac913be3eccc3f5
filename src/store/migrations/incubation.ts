import { pathById } from './bookPaths';
import type { Step } from './index';
import { alter, create, drop } from './table';

/** The incubation room: own clock, water struck out, picks under watch, programmes, alarms. */
export const incubationMigrations: Step[] = [
  {
    name: '0401_prediction_own',
    up: alter('prediction', (t) => {
      t.bigInteger('first_at').nullable().comment('when the first twentieth of the lot reaches it');
      t.bigInteger('last_at').nullable();
      t.double('factor').notNullable().defaultTo(1).comment('own calibration: multiplies the thermal sum');
      t.integer('factor_dates').notNullable().defaultTo(0).comment('dates seen here that went into it');
    }),
    down: alter('prediction', (t) => t.dropColumns('first_at', 'last_at', 'factor', 'factor_dates')),
  },
  {
    name: '0402_stage_seen',
    up: create('stage_seen', (t) => {
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.string('milestone', 20).notNullable();
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('strain', 120).notNullable().defaultTo('');
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.bigInteger('at').notNullable();
      t.double('predicted_days').notNullable().comment('by the shelf’s clock on the water as it was');
      t.double('observed_days').notNullable().comment('to the half, from what was seen');
      t.double('log_ratio').notNullable().comment('of thermal sums');
      t.double('sd').notNullable();
      t.primary(['lot_id', 'milestone']);
      t.index(['site_id', 'species', 'at']);
    }),
    down: drop('stage_seen'),
  },
  {
    name: '0403_clock_use',
    up: create('clock_use', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.boolean('own').notNullable().comment('whether own dates bend the clock of this species');
      t.string('why', 400).notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.index(['site_id', 'species', 'id']);
    }),
    down: drop('clock_use'),
  },
  {
    name: '0404_reading_strike',
    up: create('reading_strike', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.bigInteger('from_at').notNullable();
      t.bigInteger('to_at').notNullable();
      t.string('reason', 400).notNullable();
      t.integer('struck_by').unsigned().notNullable().references('person.id');
      t.bigInteger('struck_at').notNullable();
      t.integer('undone_by').unsigned().nullable().references('person.id');
      t.bigInteger('undone_at').nullable();
      t.index(['sensor_id', 'from_at']);
      t.check('?? < ??', ['from_at', 'to_at']);
    }),
    down: drop('reading_strike'),
  },
  {
    name: '0404_reading_struck',
    up: alter('reading', (t) => {
      t.boolean('struck').notNullable().defaultTo(false).comment('covered by a strike in force: it counts for nothing');
    }),
    down: alter('reading', (t) => t.dropColumn('struck')),
  },
  {
    name: '0405_pick_watch',
    up: create('pick_watch', (t) => {
      t.integer('holding_id').unsigned().primary().references('holding.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.json('state').notNullable();
      t.bigInteger('worked_at').notNullable();
      t.index(['lot_id']);
    }),
    down: drop('pick_watch'),
  },
  {
    name: '0406_site_picking',
    up: alter('site', (t) => {
      t.double('false_alarms_week').notNullable().defaultTo(1).comment('of picks, a room');
    }),
    down: alter('site', (t) => t.dropColumn('false_alarms_week')),
  },
  {
    name: '0407_picking_school',
    up: create('picking_school', (t) => {
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.enum('unit_kind', ['jar', 'tray', 'trough', 'frame']).notNullable();
      t.enum('school', ['pick', 'siphon', 'bath']).notNullable();
      t.double('found_share').notNullable().comment('share of the standing whites that a round finds');
      t.primary(['site_id', 'unit_kind']);
      t.check('?? > 0 AND ?? <= 1', ['found_share', 'found_share']);
    }),
    down: drop('picking_school'),
  },
  {
    name: '0408_programme',
    up: create('programme', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.string('stage', 20).notNullable();
      t.bigInteger('target_at').notNullable();
      t.bigInteger('not_before').nullable();
      t.json('points').notNullable().comment('[{ at, celsius }]');
      t.json('asked').notNullable().comment('limits, plant and water it was worked for');
      t.double('energy_kwh').notNullable();
      t.integer('made_by').unsigned().notNullable().references('person.id');
      t.bigInteger('made_at').notNullable();
      t.integer('ended_by').unsigned().nullable().references('person.id');
      t.bigInteger('ended_at').nullable();
      t.string('why_ended', 400).notNullable().defaultTo('');
      t.index(['sensor_id', 'ended_at']);
    }),
    down: drop('programme'),
  },
  {
    name: '0409_device_token',
    up: create('device_token', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 60).notNullable();
      t.specificType('token_hash', 'CHAR(64) CHARACTER SET ascii').notNullable().unique();
      t.integer('made_by').unsigned().notNullable().references('person.id');
      t.bigInteger('made_at').notNullable();
      t.bigInteger('revoked_at').nullable();
      t.unique(['site_id', 'name']);
    }),
    down: drop('device_token'),
  },
  {
    name: '0410_alarm',
    up: create('alarm', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.enum('kind', ['high', 'low', 'step', 'silent', 'stuck']).notNullable();
      t.double('value').nullable();
      t.double('bound').nullable();
      t.string('says', 300).notNullable();
      t.string('todo', 500).notNullable();
      t.bigInteger('opened_at').notNullable();
      t.bigInteger('closed_at').nullable();
      t.integer('seen_by').unsigned().nullable().references('person.id');
      t.bigInteger('seen_at').nullable();
      t.string('found', 400).notNullable().defaultTo('');
      t.bigInteger('paged_at').nullable();
      t.index(['site_id', 'closed_at']);
      t.index(['sensor_id', 'kind', 'closed_at']);
    }),
    down: drop('alarm'),
  },
  {
    name: '0411_unit_area',
    up: alter('unit', (t) => {
      t.double('area_cm2').nullable().comment('on which eggs lie');
    }),
    down: (k) => k.raw('ALTER TABLE unit DROP COLUMN area_cm2'),
  },
  {
    name: '0412_routine_task',
    up: create('routine_task', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 60).notNullable();
      t.json('stations').notNullable();
      t.json('units').notNullable().comment('kinds of unit; none: all');
      t.double('every_hours').notNullable();
      t.boolean('retired').notNullable().defaultTo(false);
      t.index(['site_id', 'retired']);
    }),
    down: drop('routine_task'),
  },
  {
    name: '0413_room_supply',
    up: async (k) => {
      await alter('room', (t) => {
        t.double('chlorine_mg_l').nullable().comment('of town water, before the neutraliser');
        t.double('mixed_l').nullable().comment('between the neutraliser and the units');
        t.integer('source_sensor_id').unsigned().nullable().references('sensor.id');
      })(k);
      await k.raw("ALTER TABLE sensor MODIFY kind ENUM('temperature','oxygen','pH','flow','chlorine','gas') NOT NULL");
    },
    down: async (k) => {
      await k.raw("DELETE FROM sensor WHERE kind IN ('chlorine','gas')");
      await k.raw("ALTER TABLE sensor MODIFY kind ENUM('temperature','oxygen','pH','flow') NOT NULL");
      await k.schema.alterTable('room', (t) => {
        t.dropForeign('source_sensor_id');
        t.dropColumns('chlorine_mg_l', 'mixed_l', 'source_sensor_id');
      });
    },
  },
  {
    name: '0414_deaths_seen',
    up: create('deaths_seen', (t) => {
      t.integer('lot_id').unsigned().primary().references('lot.id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.json('parts').notNullable().comment('shares of its eggs that whitened, by the way in which they did');
      t.bigInteger('seen_at').notNullable();
      t.index(['site_id', 'species', 'seen_at']);
    }),
    down: drop('deaths_seen'),
  },
  {
    name: '0415_values_by_id',
    // What fits nowhere keeps its path: it is listed in Reference, not lost.
    up: async (k) => {
      const rows = (await k('species_value').select('id', 'species', 'path')) as {
        id: number;
        species: string;
        path: string;
      }[];
      for (const r of rows) {
        const path = pathById(r.species, r.path);
        if (path !== null && path !== r.path) await k('species_value').where({ id: r.id }).update({ path });
      }
    },
    down: async () => {},
  },
  {
    name: '0416_reading_left_out',
    up: create('reading_left_out', (t) => {
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.bigInteger('day').notNullable();
      t.string('sensor', 40).notNullable().comment('as it was sent');
      t.enum('reason', ['unknown', 'value', 'clock', 'ahead']).notNullable();
      t.integer('n').unsigned().notNullable();
      t.bigInteger('last_at').notNullable();
      t.double('last_value').notNullable();
      t.primary(['site_id', 'day', 'sensor', 'reason']);
    }),
    down: drop('reading_left_out'),
  },
  {
    name: '0417_reading_import',
    up: async (k) => {
      await k.raw(
        'ALTER TABLE reading ADD COLUMN import_id CHAR(36) NULL, ADD INDEX reading_import (sensor_id, import_id)',
      );
      await create('reading_replaced', (t) => {
        t.string('import_id', 36).notNullable();
        t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
        t.bigInteger('at').notNullable();
        t.float('value').notNullable();
        t.string('origin', 10).notNullable();
        t.string('earlier_import', 36).nullable();
        t.primary(['import_id', 'at']);
      })(k);
    },
    down: async (k) => {
      await drop('reading_replaced')(k);
      await k.raw('ALTER TABLE reading DROP INDEX reading_import, DROP COLUMN import_id');
    },
  },
];
