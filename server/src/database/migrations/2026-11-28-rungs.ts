import type { Knex } from 'knex';

/** Rungs that are changed by hand: which piece and plan they belong to, and how they were cut when they last followed it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table rungs (
      studio_id uuid not null,
      arrangement_id uuid not null,
      parent_id uuid not null,
      plan text not null,
      rung text not null,
      parent_version integer not null,
      cut jsonb not null,
      primary key (studio_id, arrangement_id),
      unique (studio_id, parent_id, plan, rung),
      foreign key (studio_id, arrangement_id) references arrangements,
      foreign key (studio_id, parent_id) references arrangements
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table rungs;');
}
