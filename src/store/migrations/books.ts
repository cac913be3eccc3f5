import { worldAccounts } from '@/core/books/accounts';
import { answersAmongFields, answersBeside } from './answersBeside';
import type { Step } from './index';
import { alter, create, drop } from './table';

/** The stock books. Entries are the truth; everything from `posting` down is derived from them and can be replayed. */
export const booksMigrations: Step[] = [
  {
    name: '0101_command',
    up: create('command', (t) => {
      t.specificType('id', 'CHAR(36) CHARACTER SET ascii').primary();
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.string('type', 40).notNullable();
      t.specificType('payload_hash', 'CHAR(64) CHARACTER SET ascii').notNullable();
      t.json('result').notNullable();
      t.bigInteger('at').notNullable();
      t.specificType('seq', 'BIGINT UNSIGNED NOT NULL AUTO_INCREMENT UNIQUE').comment(
        'order in which they were carried out',
      );
    }),
    down: drop('command'),
  },
  {
    name: '0102_lot',
    up: create('lot', (t) => {
      t.integer('id').unsigned().primary().comment('allocated under the site lock, so that a replay keeps it');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 40).notNullable();
      t.string('species', 40).notNullable();
      t.string('season', 12).notNullable();
      t.string('grade', 20).notNullable().defaultTo('');
      t.bigInteger('started_at').notNullable();
      t.bigInteger('fertilised_at')
        .nullable()
        .comment('start of the thermal clock; the mean over cohorts for a mixture');
      t.unique(['site_id', 'name']);
      t.index(['site_id', 'season']);
    }),
    down: drop('lot'),
  },
  {
    name: '0103_entry',
    up: create('entry', (t) => {
      t.bigIncrements('seq');
      t.specificType('id', 'CHAR(36) CHARACTER SET ascii').notNullable().unique();
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.specificType('command_id', 'CHAR(36) CHARACTER SET ascii').notNullable();
      t.string('kind', 20).notNullable();
      t.bigInteger('at').notNullable();
      t.enum('precision', ['minute', 'day']).notNullable();
      t.bigInteger('order_at').notNullable();
      t.tinyint('day_rank').notNullable();
      t.bigInteger('order_seq')
        .nullable()
        .comment('place among entries of one instant; null: its own seq. A replacement takes its original’s');
      t.bigInteger('recorded_at').notNullable();
      t.integer('recorded_by').unsigned().notNullable().references('person.id');
      t.string('measured_by', 80).notNullable();
      t.json('intent').notNullable();
      t.json('acts').notNullable();
      t.string('note', 1000).notNullable().defaultTo('');
      t.string('words', 2000)
        .nullable()
        .comment('what a search finds it by, beside units, lots and people; null: nothing');
      t.bigInteger('voids_seq').unsigned().nullable().unique().references('entry.seq');
      t.bigInteger('replaces_seq').unsigned().nullable().references('entry.seq');
      t.index(['site_id', 'order_at', 'seq']);
      t.index(['site_id', 'kind', 'order_at']);
      t.index(['site_id', 'seq']);
      t.index(['site_id', 'recorded_at']);
      t.index(['site_id', 'kind', 'seq']);
      t.index(['words'], undefined, 'FULLTEXT');
      t.check('?? >= 0', ['order_at']);
    }),
    down: drop('entry'),
  },
  {
    name: '0104_holding',
    up: create('holding', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.integer('unit_id').unsigned().notNullable().references('unit.id');
      t.string('stage', 20).notNullable();
      t.bigInteger('number').notNullable().defaultTo(0);
      t.double('sd').notNullable().defaultTo(0).comment('of the measurements, at the last entry');
      t.double('exposure').notNullable().defaultTo(0).comment('animal-days since the last full count');
      t.bigInteger('exposure_at').notNullable().defaultTo(0);
      t.bigInteger('opened_at').nullable();
      t.bigInteger('closed_at').nullable();
      t.bigInteger('last_order_at').notNullable().defaultTo(0);
      t.tinyint('last_rank').notNullable().defaultTo(0);
      t.bigInteger('last_order_seq').notNullable().defaultTo(0);
      t.bigInteger('last_seq').notNullable().defaultTo(0);
      t.unique(['lot_id', 'unit_id', 'stage']);
      t.index(['unit_id', 'number']);
      t.index(['site_id', 'number']);
      t.index(['site_id', 'last_order_at']);
      t.check('?? >= 0', ['number']);
    }),
    down: drop('holding'),
  },
  {
    name: '0105_error_source',
    up: create('error_source', (t) => {
      t.bigIncrements('id');
      t.specificType('name', 'VARCHAR(120) CHARACTER SET ascii').notNullable().unique();
      t.double('sd').notNullable();
      t.double('mean').notNullable().defaultTo(0);
      t.double('df').nullable();
    }),
    down: drop('error_source'),
  },
  {
    name: '0106_holding_loading',
    up: create('holding_loading', (t) => {
      t.integer('holding_id').unsigned().notNullable().references('holding.id');
      t.bigInteger('source_id').unsigned().notNullable().references('error_source.id');
      t.double('coefficient').notNullable();
      t.primary(['holding_id', 'source_id']);
    }),
    down: drop('holding_loading'),
  },
  {
    name: '0107_posting',
    up: create('posting', (t) => {
      t.bigIncrements('id');
      t.bigInteger('entry_seq').unsigned().notNullable().references('entry.seq');
      t.bigInteger('made_seq').unsigned().notNullable().comment('the entry whose recording led to this derivation');
      t.bigInteger('superseded_seq').unsigned().nullable();
      t.enum('account', ['holding', ...worldAccounts]).notNullable();
      t.integer('holding_id').unsigned().notNullable().references('holding.id');
      t.bigInteger('delta').notNullable();
      t.bigInteger('order_at').notNullable();
      t.index(['entry_seq', 'superseded_seq']);
      t.index(['holding_id', 'order_at']);
      t.index(['account', 'order_at']);
    }),
    down: drop('posting'),
  },
  {
    name: '0108_posting_loading',
    up: create('posting_loading', (t) => {
      t.bigInteger('posting_id').unsigned().notNullable().references('posting.id');
      t.bigInteger('source_id').unsigned().notNullable().references('error_source.id');
      t.double('coefficient').notNullable();
      t.double('sd').notNullable().comment('of the source when this was derived: a later correction may change it');
      t.primary(['posting_id', 'source_id']);
    }),
    down: drop('posting_loading'),
  },
  {
    name: '0109_holding_point',
    up: create('holding_point', (t) => {
      t.integer('holding_id').unsigned().notNullable().references('holding.id');
      t.bigInteger('order_at').notNullable();
      t.tinyint('day_rank').notNullable();
      t.bigInteger('order_seq').notNullable();
      t.bigInteger('entry_seq').unsigned().notNullable().references('entry.seq');
      t.bigInteger('made_seq').unsigned().notNullable().comment('the entry whose recording led to this derivation');
      t.bigInteger('number').notNullable();
      t.double('sd').notNullable();
      t.double('exposure').notNullable();
      t.bigInteger('exposure_at').notNullable();
      t.bigInteger('closed_at').nullable();
      t.primary(['holding_id', 'order_at', 'day_rank', 'order_seq', 'entry_seq']);
      t.index(['entry_seq']);
      t.check('?? >= 0', ['number']);
    }),
    down: drop('holding_point'),
  },
  {
    name: '0109_holding_point_past',
    up: create('holding_point_past', (t) => {
      t.bigIncrements('id');
      t.integer('holding_id').unsigned().notNullable();
      t.bigInteger('order_at').notNullable();
      t.tinyint('day_rank').notNullable();
      t.bigInteger('order_seq').notNullable();
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.bigInteger('made_seq').unsigned().notNullable();
      t.bigInteger('number').notNullable();
      t.double('sd').notNullable();
      t.double('exposure').notNullable();
      t.bigInteger('exposure_at').notNullable();
      t.bigInteger('closed_at').nullable();
      t.bigInteger('superseded_seq')
        .unsigned()
        .notNullable()
        .comment('the entry whose recording put another in its place');
      t.index(['superseded_seq']);
      t.index(['holding_id', 'order_at']);
    }),
    down: drop('holding_point_past'),
  },
  {
    name: '0110_family',
    up: create('family', (t) => {
      t.integer('id').unsigned().primary();
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id').comment('the lot that began with it');
      t.integer('female_id').unsigned().nullable().references('brood_fish.id');
      t.string('label', 120).notNullable();
      t.json('males').notNullable().comment('[{ id, tag, share }]');
    }),
    down: drop('family'),
  },
  {
    name: '0111_lot_share',
    up: create('lot_share', (t) => {
      t.increments('id');
      t.integer('lot_id').unsigned().notNullable().references('lot.id');
      t.string('family', 20).notNullable().comment('id of a family, or unknown');
      t.double('share').notNullable();
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.bigInteger('made_seq').unsigned().notNullable();
      t.bigInteger('superseded_seq').unsigned().nullable();
      t.index(['lot_id', 'superseded_seq']);
      t.index(['family', 'superseded_seq']);
    }),
    down: drop('lot_share'),
  },
  {
    name: '0112_observation',
    up: create('observation', (t) => {
      t.bigIncrements('id');
      t.bigInteger('entry_seq').unsigned().notNullable().references('entry.seq');
      t.integer('holding_id').unsigned().nullable().references('holding.id');
      t.integer('unit_id').unsigned().nullable().references('unit.id');
      t.integer('lot_id').unsigned().nullable().references('lot.id');
      t.string('kind', 20).notNullable();
      t.bigInteger('at').notNullable();
      t.double('value').nullable();
      t.double('low').nullable();
      t.double('high').nullable();
      t.integer('trials').nullable();
      t.integer('successes').nullable();
      t.index(['holding_id', 'kind', 'at']);
      t.index(['lot_id', 'kind', 'at']);
      t.index(['unit_id', 'kind', 'at']);
      t.index(['entry_seq']);
    }),
    down: drop('observation'),
  },
  {
    name: '0113_paper',
    up: create('paper', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('number', 30).notNullable();
      t.enum('kind', ['release']).notNullable();
      t.bigInteger('entry_seq').unsigned().notNullable().references('entry.seq');
      t.json('content').notNullable();
      t.integer('issued_by').unsigned().notNullable().references('person.id');
      t.bigInteger('issued_at').notNullable();
      t.bigInteger('superseded_seq').unsigned().nullable();
      t.unique(['site_id', 'number']);
      t.index(['entry_seq']);
    }),
    down: drop('paper'),
  },
  {
    name: '0114_proposal',
    up: create('proposal', (t) => {
      t.specificType('id', 'CHAR(36) CHARACTER SET ascii').primary();
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('type', 40).notNullable();
      t.json('payload').notNullable();
      t.integer('proposed_by').unsigned().notNullable().references('person.id');
      t.bigInteger('proposed_at').notNullable();
      t.enum('state', ['open', 'accepted', 'declined']).notNullable().defaultTo('open');
      t.integer('settled_by').unsigned().nullable().references('person.id');
      t.bigInteger('settled_at').nullable();
      t.index(['site_id', 'state', 'proposed_at']);
    }),
    down: drop('proposal'),
  },
  {
    name: '0115_lot_by_species',
    up: alter('lot', (t) => t.index(['site_id', 'species', 'season'])),
    down: alter('lot', (t) => t.dropIndex(['site_id', 'species', 'season'])),
  },
  { name: '0116_answers_beside', up: answersBeside, down: answersAmongFields },
];
