import type { Knex } from 'knex';

/** Pieces point at their player by id; what was measured of a piece's manner is kept until the piece, or what is measured, changes. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table arrangements add column player_id uuid;
    alter table arrangements add foreign key (studio_id, player_id) references players (studio_id, id);
    create index arrangements_by_player on arrangements (studio_id, player_id);
    update arrangements set player_id = (
      select players.id from players
      where players.studio_id = arrangements.studio_id
        and players.name = coalesce(document -> 'score', document -> 'study') ->> 'player'
      order by players.id limit 1
    );

    create table style_evidence (
      studio_id uuid not null,
      arrangement_id uuid not null,
      version integer not null,
      measure integer not null,
      evidence jsonb not null,
      primary key (studio_id, arrangement_id),
      foreign key (studio_id, arrangement_id) references arrangements on delete cascade
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table style_evidence; alter table arrangements drop column player_id;');
}
