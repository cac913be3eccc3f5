import type { Step } from '.';
import { create, drop } from './table';

export const peopleMigrations: readonly Step[] = [
  {
    name: '0500_sign_in',
    up: create('sign_in', (t) => {
      t.string('id', 64).primary().comment('what the cookie holds, hashed');
      t.integer('person_id').unsigned().notNullable().references('person.id');
      t.bigInteger('opened_at').notNullable();
      t.bigInteger('seen_at').notNullable();
      t.bigInteger('ended_at').nullable();
      t.string('browser', 120).notNullable().defaultTo('');
      t.index(['person_id', 'ended_at']);
    }),
    down: drop('sign_in'),
  },
  {
    name: '0501_second_factor',
    up: (k) =>
      k.raw(
        "ALTER TABLE person ADD COLUMN totp_secret VARCHAR(64) NULL, ADD COLUMN totp_used BIGINT NULL COMMENT 'the last step whose code was taken: none is taken twice'",
      ),
    down: (k) => k.raw('ALTER TABLE person DROP COLUMN totp_secret, DROP COLUMN totp_used'),
  },
];
