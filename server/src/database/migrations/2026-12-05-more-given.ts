import type { Knex } from 'knex';

/** A figure, one rung after the other, and the tuning drill are given to practise. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table assignments
      alter column arrangement_id drop not null,
      add column figure jsonb,
      add column after_id uuid,
      add check ((arrangement_id is null) <> (figure is null)),
      add foreign key (studio_id, after_id) references assignments deferrable initially deferred;

    create table ear_goals (
      studio_id uuid not null references studios,
      student_id uuid not null,
      times integer not null,
      goal_date date,
      made_at timestamptz not null default now(),
      primary key (studio_id, student_id),
      foreign key (studio_id, student_id) references students
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table ear_goals;
    alter table assignments drop column after_id, drop column figure;
  `);
}
