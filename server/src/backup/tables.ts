/** What a studio is made of, each table after those it points at. */
export const studioTables = [
  'studios',
  'students',
  'users',
  'players',
  'pieces',
  'arrangements',
  'revisions',
  'rungs',
  'recordings',
  'style_evidence',
  'thumb_patterns',
  'tunings',
  'figures',
  'forms',
  'grade_sayings',
  'ear_drills',
  'lessons',
  'lesson_notes',
  'assignments',
  'practice_marks',
  'takes',
  'ear_goals',
  'invitations',
  'door_notes',
] as const;

/** The sound of recordings: in a backup each one is a file of its own instead of rows. */
export const soundTable = 'recording_parts';

export type StudioTable = (typeof studioTables)[number];

/** Tables of the running server, not of a studio: who is signed in just now, tries, and what can be made again. */
export const serverTables = [
  'sessions',
  'tries',
  'bundles',
  'bundle_parts',
  'piece_summaries',
  'migrations',
  'migrations_lock',
] as const;

/** The column that says whose a row is. */
export const studioColumn = (table: StudioTable): string => (table === 'studios' ? 'id' : 'studio_id');
