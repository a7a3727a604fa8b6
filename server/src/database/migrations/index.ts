import type { Knex } from 'knex';
import * as handsAndPatterns from './2026-11-25-hands-and-patterns.ts';
import * as studioTables from './2026-11-25-studio-tables.ts';
import * as tuningRoom from './2026-11-25-tuning-room.ts';
import * as draftKeys from './2026-11-27-draft-keys.ts';
import * as namedRevisions from './2026-11-27-named-revisions.ts';
import * as peopleKept from './2026-11-27-people-kept.ts';
import * as figures from './2026-11-28-figures.ts';
import * as forms from './2026-11-28-forms.ts';
import * as gradeSayings from './2026-11-28-grade-sayings.ts';
import * as bundles from './2026-11-28-bundles.ts';
import * as measuredPlayers from './2026-11-28-measured-players.ts';
import * as rungs from './2026-11-28-rungs.ts';
import * as lessons from './2026-11-29-lessons.ts';
import * as practice from './2026-11-29-practice.ts';
import * as doors from './2026-11-30-doors.ts';
import * as parts from './2026-11-30-parts.ts';
import * as lessonNotes from './2026-11-30-lesson-notes.ts';
import * as barWords from './2026-12-02-bar-words.ts';
import * as takes from './2026-12-03-takes.ts';
import * as recordings from './2026-12-04-recordings.ts';
import * as moreGiven from './2026-12-05-more-given.ts';
import * as ownNotes from './2026-12-06-own-notes.ts';
import * as quickCompression from './2026-12-09-quick-compression.ts';
import * as drillsInDouble from './2026-12-10-drills-in-double.ts';
import * as openStage from './2026-12-08-open-stage.ts';
import * as summaries from './2026-12-07-summaries.ts';
import * as claims from './2026-12-02-claims.ts';
import * as lessonChanges from './2026-12-01-lesson-changes.ts';
import * as readers from './2026-12-01-readers.ts';
import * as rungsGiven from './2026-12-01-rungs-given.ts';
import * as documents from './2026-11-27-documents.ts';

interface NamedMigration {
  readonly name: string;
  readonly migration: Knex.Migration;
}

/** In order. A migration that has landed is never edited: add one below. */
const inOrder: readonly NamedMigration[] = [
  { name: '2026-11-25-studio-tables', migration: studioTables },
  { name: '2026-11-25-tuning-room', migration: tuningRoom },
  { name: '2026-11-25-hands-and-patterns', migration: handsAndPatterns },
  { name: '2026-11-27-documents', migration: documents },
  { name: '2026-11-27-draft-keys', migration: draftKeys },
  { name: '2026-11-27-people-kept', migration: peopleKept },
  { name: '2026-11-27-named-revisions', migration: namedRevisions },
  { name: '2026-11-28-figures', migration: figures },
  { name: '2026-11-28-forms', migration: forms },
  { name: '2026-11-28-grade-sayings', migration: gradeSayings },
  { name: '2026-11-28-rungs', migration: rungs },
  { name: '2026-11-28-bundles', migration: bundles },
  { name: '2026-11-28-measured-players', migration: measuredPlayers },
  { name: '2026-11-29-practice', migration: practice },
  { name: '2026-11-29-lessons', migration: lessons },
  { name: '2026-11-30-doors', migration: doors },
  { name: '2026-11-30-parts', migration: parts },
  { name: '2026-11-30-lesson-notes', migration: lessonNotes },
  { name: '2026-12-01-readers', migration: readers },
  { name: '2026-12-01-rungs-given', migration: rungsGiven },
  { name: '2026-12-01-lesson-changes', migration: lessonChanges },
  { name: '2026-12-02-claims', migration: claims },
  { name: '2026-12-02-bar-words', migration: barWords },
  { name: '2026-12-03-takes', migration: takes },
  { name: '2026-12-04-recordings', migration: recordings },
  { name: '2026-12-05-more-given', migration: moreGiven },
  { name: '2026-12-06-own-notes', migration: ownNotes },
  { name: '2026-12-07-summaries', migration: summaries },
  { name: '2026-12-08-open-stage', migration: openStage },
  { name: '2026-12-09-quick-compression', migration: quickCompression },
  { name: '2026-12-10-drills-in-double', migration: drillsInDouble },
];

/** Every change of the tables there has been, the oldest first. */
export const migrationNames: readonly string[] = inOrder.map(({ name }) => name);
export const newestMigration = migrationNames.at(-1) ?? '';

/** An explicit list, so that the same code runs from sources and from the bundle. */
export const migrations: Knex.MigrationSource<NamedMigration> = {
  getMigrations: () => Promise.resolve([...inOrder]),
  getMigrationName: ({ name }) => name,
  getMigration: ({ migration }) => Promise.resolve(migration),
};
