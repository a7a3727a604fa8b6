import type { Knex } from 'knex';

/** How a student reads a sheet (null: as the teacher does), and the groups a student is taught in. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table students
      add column reading jsonb,
      add column groups text[] not null default '{}'
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table students drop column reading, drop column groups');
}
