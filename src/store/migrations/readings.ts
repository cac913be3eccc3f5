import type { Step } from './index';
import { create, drop } from './table';

/** Readings with their roll-ups, and the predictions made from them. */
export const readingsMigrations: Step[] = [
  {
    name: '0201_reading',
    up: create('reading', (t) => {
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.bigInteger('at').notNullable();
      t.float('value').notNullable();
      t.enum('origin', ['typed', 'imported', 'probe']).notNullable();
      t.primary(['sensor_id', 'at']);
    }),
    down: drop('reading'),
  },
  {
    name: '0202_reading_hour',
    up: create('reading_hour', (t) => {
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.bigInteger('hour').notNullable().comment('start, ms UTC');
      t.integer('n').notNullable();
      t.double('sum').notNullable();
      t.float('low').notNullable();
      t.float('high').notNullable();
      t.primary(['sensor_id', 'hour']);
    }),
    down: drop('reading_hour'),
  },
  {
    name: '0203_reading_day',
    up: create('reading_day', (t) => {
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.bigInteger('day').notNullable().comment('start of the local day, ms UTC');
      t.integer('n').notNullable();
      t.double('sum').notNullable();
      t.float('low').notNullable();
      t.float('high').notNullable();
      t.primary(['sensor_id', 'day']);
    }),
    down: drop('reading_day'),
  },
  {
    name: '0204_prediction',
    up: create('prediction', (t) => {
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.integer('sensor_id').unsigned().notNullable().references('sensor.id');
      t.string('milestone', 20).notNullable();
      t.bigInteger('at').nullable();
      t.bigInteger('low').nullable();
      t.bigInteger('high').nullable();
      t.double('measured_share').notNullable();
      t.double('passed').notNullable().comment('share of this phase passed when worked');
      t.string('note', 400).notNullable().defaultTo('');
      t.bigInteger('worked_at').notNullable();
      t.primary(['lot_id', 'sensor_id', 'milestone']);
      t.index(['at']);
    }),
    down: drop('prediction'),
  },
  {
    name: '0205_job',
    up: create('job', (t) => {
      t.bigIncrements('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('kind', 20).notNullable();
      t.string('subject', 60).notNullable();
      t.bigInteger('queued_at').notNullable();
      t.integer('attempts').notNullable().defaultTo(0);
      t.string('error', 400).notNullable().defaultTo('');
      t.unique(['kind', 'subject']);
    }),
    down: drop('job'),
  },
];
