import type { Step } from './index';
import { create, drop } from './table';

/** Who and where: sites, people, rooms, units, sensors, release sites, brood fish. */
export const placesMigrations: Step[] = [
  {
    name: '0001_site',
    up: create('site', (t) => {
      t.increments('id');
      t.string('name', 80).notNullable();
      t.string('time_zone', 64).notNullable();
      t.string('lot_pattern', 60).notNullable();
      t.tinyint('season_starts_month').notNullable().defaultTo(9);
      t.float('altitude_m').nullable();
      t.integer('weigh_every_days').notNullable().defaultTo(14);
      t.float('count_above_percent')
        .notNullable()
        .defaultTo(15)
        .comment('doubt of a number at which a count is asked for');
      t.boolean('demo').notNullable().defaultTo(false);
      t.integer('predicted').unsigned().notNullable().defaultTo(0).comment('goes up whenever dates were worked anew');
      t.bigInteger('created_at').notNullable();
    }),
    down: drop('site'),
  },
  {
    name: '0002_person',
    up: create('person', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 80).notNullable();
      t.enum('role', ['manager', 'culturist', 'hand', 'reader']).notNullable();
      t.string('password_hash', 200).notNullable();
      t.boolean('active').notNullable().defaultTo(true);
      t.enum('units', ['metric', 'us']).notNullable().defaultTo('metric');
      t.string('locale', 16).notNullable().defaultTo('en-GB');
      t.enum('theme', ['day', 'dim']).notNullable().defaultTo('day');
      t.integer('session_version').notNullable().defaultTo(1);
      t.unique(['site_id', 'name']);
    }),
    down: drop('person'),
  },
  {
    name: '0003_room',
    up: create('room', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 60).notNullable();
      t.enum('kind', ['incubation', 'rearing', 'outdoor', 'spawning']).notNullable();
      t.integer('walk_order').notNullable();
      t.unique(['site_id', 'name']);
    }),
    down: drop('room'),
  },
  {
    name: '0004_sensor',
    up: create('sensor', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('room_id').unsigned().notNullable().references('room.id');
      t.string('name', 40).notNullable();
      t.enum('kind', ['temperature', 'oxygen', 'pH', 'flow']).notNullable();
      t.unique(['site_id', 'name']);
    }),
    down: drop('sensor'),
  },
  {
    name: '0005_unit',
    up: create('unit', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('room_id').unsigned().notNullable().references('room.id');
      t.string('name', 24).notNullable();
      t.enum('kind', ['bench', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond']).notNullable();
      t.double('volume_l').nullable();
      t.bigInteger('load_limit').nullable().comment('animals');
      t.double('flow_l_min').nullable();
      t.string('battery', 40).notNullable().defaultTo('');
      t.integer('place_x').notNullable().defaultTo(0);
      t.integer('place_y').notNullable().defaultTo(0);
      t.integer('part_of').unsigned().nullable().references('unit.id').comment('a divided tank is two units');
      t.integer('sensor_id').unsigned().nullable().references('sensor.id');
      t.boolean('shared').notNullable().defaultTo(false).comment('several lots may stand in it, each in its bowl');
      t.boolean('retired').notNullable().defaultTo(false);
      t.unique(['site_id', 'name']);
    }),
    down: drop('unit'),
  },
  {
    name: '0006_release_site',
    up: create('release_site', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 80).notNullable();
      t.string('water', 80).notNullable().defaultTo('');
      t.bigInteger('target').nullable();
      t.string('permit', 120).notNullable().defaultTo('');
      t.boolean('retired').notNullable().defaultTo(false);
      t.unique(['site_id', 'name']);
    }),
    down: drop('release_site'),
  },
  {
    name: '0007_brood_fish',
    up: create('brood_fish', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('tag', 40).notNullable();
      t.enum('sex', ['female', 'male', 'unknown']).notNullable();
      t.string('origin', 120).notNullable().defaultTo('');
      t.unique(['site_id', 'species', 'tag']);
    }),
    down: drop('brood_fish'),
  },
  {
    name: '0008_species_value',
    up: create('species_value', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('path', 120).notNullable();
      t.json('value').notNullable();
      t.string('source', 200).notNullable();
      t.string('why', 400).notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.index(['site_id', 'species', 'path', 'recorded_at']);
    }),
    down: drop('species_value'),
  },
];
