import type { Knex } from 'knex';

/** A number that JSON can hold, and `real` cannot, was a fault of the server’s. */
export async function up(knex: Knex): Promise<void> {
  await columnsAs(knex, 'double precision');
}

export async function down(knex: Knex): Promise<void> {
  await columnsAs(knex, 'real');
}

const columnsAs = (knex: Knex, type: string) =>
  knex.raw(`
    alter table ear_drills
      alter column detune_cents type ${type},
      alter column seconds type ${type},
      alter column counted_beats type ${type}
  `);
