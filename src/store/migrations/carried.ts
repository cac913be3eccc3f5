import type { Step } from '.';
import { SENSORS } from './later';
import { alter, create, drop } from './table';

const SINCE = ",'salinity','level','ammonia','nitrite','nitrate','turbidity','power'";

/** Steps of water, health, and what goes out, in the order in which they were written. */
export const carriedMigrations: readonly Step[] = [
  {
    name: '0700_inspection',
    up: create('inspection', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.json('plan').notNullable().comment('for what, by whom, prevalence, confidence, sensitivity of the test');
      t.json('tanks').notNullable().comment('what stood in each, and how many are drawn from it');
      t.integer('wanted').unsigned().notNullable();
      t.bigInteger('opened_at').notNullable();
      t.integer('opened_by').unsigned().notNullable().references('person.id');
      t.bigInteger('closed_at');
      t.bigInteger('closed_seq').unsigned();
      t.json('verdict');
      t.index(['site_id', 'opened_at']);
    }),
    down: drop('inspection'),
  },
  {
    name: '0701_sensor_kinds',
    up: (k) => k.raw(`ALTER TABLE sensor MODIFY kind ${SENSORS.replace(')', `${SINCE})`)} NOT NULL`),
    down: async (k) => {
      await k('sensor').whereIn('kind', ['ammonia', 'nitrite', 'nitrate', 'turbidity', 'power']).delete();
      await k.raw(`ALTER TABLE sensor MODIFY kind ${SENSORS.replace(')', ",'salinity','level')")} NOT NULL`);
    },
  },
  {
    name: '0702_work_more',
    up: alter('work', (t) => {
      t.json('more').comment('by month, permits, media, conditioning, probes: see `workMore`');
    }),
    down: alter('work', (t) => t.dropColumn('more')),
  },
  {
    name: '0703_work_event_figures',
    up: alter('work_event', (t) => {
      t.double('before_kpa');
      t.double('after_kpa');
    }),
    down: alter('work_event', (t) => t.dropColumns('before_kpa', 'after_kpa')),
  },
  {
    name: '0704_work_job',
    up: create('work_job', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('work_id').unsigned();
      t.string('what', 200).notNullable();
      t.specificType('priority', 'TINYINT UNSIGNED').notNullable().comment('1 now, 2 this week, 3 when there is time');
      t.bigInteger('raised_at').notNullable();
      t.integer('raised_by').unsigned().notNullable().references('person.id');
      t.bigInteger('raised_seq').unsigned();
      t.bigInteger('done_at');
      t.bigInteger('done_seq').unsigned();
      t.index(['site_id', 'done_at']);
    }),
    down: drop('work_job'),
  },
  {
    name: '0705_quarantine',
    up: alter('health_case', (t) => {
      t.string('why', 20).notNullable().defaultTo('ill').comment('ill or quarantine');
      t.bigInteger('until').comment('of a quarantine: not let go before');
    }),
    down: alter('health_case', (t) => t.dropColumns('why', 'until')),
  },
  {
    name: '0706_alone',
    up: create('alone', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.string('place', 120).notNullable();
      t.bigInteger('begun_at').notNullable();
      t.bigInteger('back_by').notNullable();
      t.bigInteger('back_at');
      t.index(['site_id', 'back_at']);
    }),
    down: drop('alone'),
  },
  {
    name: '0707_certificate',
    up: create('certificate', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.string('what', 40).notNullable();
      t.string('said', 120).notNullable().defaultTo('');
      t.bigInteger('until');
      t.index(['site_id', 'person_id']);
    }),
    down: drop('certificate'),
  },
  {
    name: '0708_release_window',
    up: alter('release_site', (t) => {
      t.double('least_g').comment('window of mean mass');
      t.double('most_g');
      t.integer('most_number').unsigned().comment('what the permit allows in a season');
      t.string('species', 60).comment('only of this species');
      t.double('east_km').comment('on the map of its waters');
      t.double('north_km');
    }),
    down: alter('release_site', (t) =>
      t.dropColumns('least_g', 'most_g', 'most_number', 'species', 'east_km', 'north_km'),
    ),
  },
  {
    name: '0709_haul',
    up: create('haul', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('truck', 60).notNullable();
      t.bigInteger('leave_at').notNullable();
      t.double('hours').notNullable();
      t.double('celsius').notNullable().comment('of the water in which they are hauled');
      t.json('tanks').notNullable();
      t.json('loads').notNullable();
      t.boolean('given_up').notNullable().defaultTo(false);
      t.bigInteger('made_at').notNullable();
      t.integer('made_by').unsigned().notNullable().references('person.id');
      t.index(['site_id', 'leave_at']);
    }),
    down: drop('haul'),
  },
  {
    name: '0710_haul_note',
    up: create('haul_note', (t) => {
      t.increments('id');
      t.integer('haul_id').unsigned().notNullable().references('haul.id');
      t.string('what', 12).notNullable();
      t.bigInteger('at').notNullable();
      t.string('tank', 40).notNullable().defaultTo('');
      t.double('oxygen');
      t.double('celsius');
      t.string('said', 300).notNullable().defaultTo('');
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.index(['haul_id', 'at']);
    }),
    down: drop('haul_note'),
  },
  {
    name: '0711_pond_run',
    up: create('pond_run', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('unit_id').unsigned().notNullable().references('unit.id');
      t.json('plan').notNullable().comment('area, lime, fertilisers, poison, depth, days of rain');
      t.bigInteger('begun_at').notNullable();
      t.integer('begun_by').unsigned().notNullable().references('person.id');
      t.bigInteger('closed_at');
      t.bigInteger('closed_seq').unsigned();
      t.index(['site_id', 'closed_at']);
      t.index(['unit_id', 'begun_at']);
    }),
    down: drop('pond_run'),
  },
  {
    name: '0712_pond_note',
    up: create('pond_note', (t) => {
      t.increments('id');
      t.integer('run_id').unsigned().notNullable().references('pond_run.id');
      t.string('what', 20).notNullable().comment('a step of the preparation, or food');
      t.bigInteger('at').notNullable();
      t.json('amounts').notNullable();
      t.double('disc_cm');
      t.string('said', 300).notNullable().defaultTo('');
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.index(['run_id', 'at']);
    }),
    down: drop('pond_note'),
  },
  {
    name: '0713_sale_order',
    up: create('sale_order', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('customer', 120).notNullable();
      t.string('species', 60).notNullable();
      t.integer('number').unsigned().notNullable();
      t.double('least_g').notNullable();
      t.bigInteger('due_at').notNullable();
      t.double('price_each');
      t.string('note', 300).notNullable().defaultTo('');
      t.bigInteger('made_at').notNullable();
      t.bigInteger('closed_at');
      t.index(['site_id', 'closed_at']);
    }),
    down: drop('sale_order'),
  },
  {
    name: '0714_site_map',
    up: create('site_map', (t) => {
      t.integer('site_id').unsigned().primary().references('site.id');
      t.double('lon').notNullable();
      t.double('lat').notNullable();
      t.text('geojson', 'mediumtext').notNullable();
    }),
    down: drop('site_map'),
  },
  {
    name: '0715_haul_way',
    up: alter('haul', (t) => {
      t.json('way').comment('air on the way, how carriers keep their warmth, bottles');
    }),
    down: alter('haul', (t) => t.dropColumn('way')),
  },
  {
    name: '0716_haul_signed',
    up: alter('haul_note', (t) => {
      t.text('signature').notNullable().defaultTo('').comment('of the receiver: path of an SVG, 300 by 100');
      t.json('weighed').comment('of a load: sample batches and buckets');
    }),
    down: alter('haul_note', (t) => t.dropColumns('signature', 'weighed')),
  },
  {
    name: '0717_release_points',
    up: alter('release_site', (t) => {
      t.json('points').comment('names of places along its reach, from the first to the last');
    }),
    down: alter('release_site', (t) => t.dropColumn('points')),
  },
  {
    name: '0718_fish_return',
    up: create('fish_return', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.integer('release_site_id').unsigned().notNullable().references('release_site.id');
      t.bigInteger('at').notNullable();
      t.string('gear', 20).notNullable();
      t.integer('examined').unsigned().notNullable().comment('fish of the kind that were looked at');
      t.double('share_seen').comment('of all that came, what share was looked at');
      t.json('marks').notNullable().comment('[{mark, number, wished}]');
      t.string('said', 300).notNullable().defaultTo('');
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.index(['site_id', 'at']);
      t.index(['entry_seq']);
    }),
    down: drop('fish_return'),
  },
  {
    name: '0719_tide_table',
    up: create('tide_table', (t) => {
      t.integer('site_id').unsigned().primary().references('site.id');
      t.text('lines', 'mediumtext').notNullable().comment('high and low waters, in order');
    }),
    down: drop('tide_table'),
  },
  {
    name: '0720_chemical',
    up: create('chemical', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.string('name', 80).notNullable();
      t.string('unit', 4).notNullable().comment('g or mL');
      t.string('place', 80).notNullable().defaultTo('');
      t.string('hazard', 20).notNullable();
      t.double('least').comment('ordered again below it');
      t.bigInteger('good_until');
      t.boolean('retired').notNullable().defaultTo(false);
      t.index(['site_id', 'name']);
    }),
    down: drop('chemical'),
  },
  {
    name: '0721_chemical_move',
    up: create('chemical_move', (t) => {
      t.increments('id');
      t.integer('chemical_id').unsigned().notNullable().references('chemical.id');
      t.bigInteger('at').notNullable();
      t.string('what', 20).notNullable();
      t.double('amount').notNullable();
      t.string('said', 300).notNullable().defaultTo('');
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.index(['chemical_id', 'at']);
      t.index(['entry_seq']);
    }),
    down: drop('chemical_move'),
  },
  {
    name: '0722_discharge',
    up: create('discharge', (t) => {
      t.increments('id');
      t.integer('site_id').unsigned().notNullable().references('site.id');
      t.bigInteger('at').notNullable();
      t.string('what', 20).notNullable().comment('sample or disposal');
      t.string('place', 80).notNullable();
      t.json('figures').notNullable();
      t.double('litres');
      t.string('said', 300).notNullable().defaultTo('');
      t.bigInteger('entry_seq').unsigned().notNullable();
      t.index(['site_id', 'at']);
      t.index(['entry_seq']);
    }),
    down: drop('discharge'),
  },
  {
    name: '0723_first_species',
    up: alter('site', (t) => {
      t.string('first_species', 40).notNullable().defaultTo('').comment('with which the house was set up');
    }),
    down: alter('site', (t) => t.dropColumn('first_species')),
  },
  {
    name: '0724_food_score',
    up: alter('pond_note', (t) => {
      t.string('score', 10).nullable().comment('how much moves in a jar of its water');
    }),
    down: alter('pond_note', (t) => t.dropColumn('score')),
  },
];
