import type { Knex } from 'knex';

/** What the list of pieces shows, made from each arrangement: it can be made again at any time and is in no backup. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table piece_summaries (
      arrangement_id uuid primary key,
      studio_id uuid not null,
      version integer not null,
      title text not null,
      player text not null,
      tuning_name text not null,
      capo numeric not null,
      key_tonic text not null,
      key_mode text not null,
      tempo_bpm numeric not null,
      bar_count integer not null,
      measure integer,
      features jsonb,
      grade_points double precision,
      error_count integer,
      warning_count integer,
      trouble text,
      foreign key (studio_id, arrangement_id) references arrangements on delete cascade
    );
    create index on piece_summaries (studio_id);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table piece_summaries');
}
