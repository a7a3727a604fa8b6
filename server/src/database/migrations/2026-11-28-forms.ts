import type { Knex } from 'knex';

/** Forms of a studio's own, in Roman numerals, each under its name. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table forms (
      studio_id uuid not null references studios,
      name text not null,
      numerals text not null,
      primary key (studio_id, name)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table forms;');
}
