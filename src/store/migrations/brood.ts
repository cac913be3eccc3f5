import type { Step } from './index';
import { create, drop } from './table';

/** Brood fish with their parents and lives, spawning days, and protocols of this hatchery's own. */
export const broodMigrations: Step[] = [
  {
    name: '0301_brood_fish_more',
    up: (k) =>
      k.raw(`ALTER TABLE brood_fish
        ADD COLUMN marks VARCHAR(200) NOT NULL DEFAULT '' COMMENT 'other tags, clips, outward signs',
        ADD COLUMN strain VARCHAR(60) NOT NULL DEFAULT '',
        ADD COLUMN source ENUM('captive', 'wild', 'bought', 'unknown') NOT NULL DEFAULT 'unknown',
        ADD COLUMN came_on BIGINT NULL COMMENT 'caught or bought: start of the local day',
        ADD COLUMN year_class SMALLINT UNSIGNED NULL,
        ADD COLUMN sire_id INT UNSIGNED NULL,
        ADD COLUMN dam_id INT UNSIGNED NULL,
        ADD COLUMN pedigree_only TINYINT(1) NOT NULL DEFAULT 0 COMMENT 'known as an ancestor, never stood here',
        ADD CONSTRAINT brood_fish_sire FOREIGN KEY (sire_id) REFERENCES brood_fish (id),
        ADD CONSTRAINT brood_fish_dam FOREIGN KEY (dam_id) REFERENCES brood_fish (id)`),
    down: (k) =>
      k.raw(`ALTER TABLE brood_fish
        DROP FOREIGN KEY brood_fish_sire, DROP FOREIGN KEY brood_fish_dam,
        DROP COLUMN marks, DROP COLUMN strain, DROP COLUMN source, DROP COLUMN came_on, DROP COLUMN year_class,
        DROP COLUMN sire_id, DROP COLUMN dam_id, DROP COLUMN pedigree_only`),
  },
  {
    name: '0302_spawning_day',
    up: create('spawning_day', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('name', 80).notNullable();
      t.bigInteger('day').notNullable().comment('start of the local day on which they are to be stripped');
      t.json('plan').notNullable();
      t.boolean('closed').notNullable().defaultTo(false);
      t.unique(['site_id', 'name']);
      t.index(['site_id', 'day']);
    }),
    down: drop('spawning_day'),
  },
  {
    name: '0303_observation_more',
    up: (k) =>
      k.raw(`ALTER TABLE observation
        ADD COLUMN brood_fish_id INT UNSIGNED NULL,
        ADD COLUMN spawning_day_id INT UNSIGNED NULL,
        ADD COLUMN said VARCHAR(60) NULL COMMENT 'what was found, where that is no number',
        ADD CONSTRAINT observation_fish FOREIGN KEY (brood_fish_id) REFERENCES brood_fish (id),
        ADD CONSTRAINT observation_spawning FOREIGN KEY (spawning_day_id) REFERENCES spawning_day (id),
        ADD INDEX observation_fish_kind (brood_fish_id, kind, at),
        ADD INDEX observation_spawning_day (spawning_day_id, entry_seq)`),
    down: (k) =>
      k.raw(`ALTER TABLE observation
        DROP FOREIGN KEY observation_fish, DROP FOREIGN KEY observation_spawning,
        DROP INDEX observation_fish_kind, DROP INDEX observation_spawning_day,
        DROP COLUMN brood_fish_id, DROP COLUMN spawning_day_id, DROP COLUMN said`),
  },
  {
    name: '0304_protocol',
    up: create('protocol', (t) => {
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('id', 60).notNullable();
      t.integer('version').unsigned().notNullable();
      t.json('content').notNullable();
      t.string('why', 400).notNullable();
      t.boolean('retired').notNullable().defaultTo(false);
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.primary(['site_id', 'id', 'version']);
    }),
    down: drop('protocol'),
  },
  {
    name: '0305_brood_batch',
    up: create('brood_batch', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('name', 40).notNullable();
      t.unique(['site_id', 'name']);
    }),
    down: drop('brood_batch'),
  },
  {
    name: '0306_brood_fish_batch',
    up: (k) =>
      k.raw(`ALTER TABLE brood_fish
        ADD COLUMN batch_id INT UNSIGNED NULL COMMENT 'tagged out of a batch that came in',
        ADD CONSTRAINT brood_fish_batch FOREIGN KEY (batch_id) REFERENCES brood_batch (id)`),
    down: (k) => k.raw('ALTER TABLE brood_fish DROP FOREIGN KEY brood_fish_batch, DROP COLUMN batch_id'),
  },
  {
    name: '0307_observation_batch',
    up: (k) =>
      k.raw(`ALTER TABLE observation
        ADD COLUMN brood_batch_id INT UNSIGNED NULL,
        ADD CONSTRAINT observation_batch FOREIGN KEY (brood_batch_id) REFERENCES brood_batch (id)`),
    down: (k) => k.raw('ALTER TABLE observation DROP FOREIGN KEY observation_batch, DROP COLUMN brood_batch_id'),
  },
  {
    name: '0308_fate_rules',
    up: create('fate_rules', (t) => {
      t.increments('id').comment('the latest of a species and season is in force');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('season', 12).notNullable();
      t.json('content').notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.bigInteger('recorded_at').notNullable();
      t.index(['site_id', 'species', 'season']);
    }),
    down: drop('fate_rules'),
  },
  {
    name: '0309_conditioning',
    up: create('conditioning', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('species', 40).notNullable();
      t.string('name', 60).notNullable();
      t.json('content').notNullable();
      t.unique(['site_id', 'name']);
    }),
    down: drop('conditioning'),
  },
];
