import { figureDocumentSchema } from '@jocund/core/figures';
import { scoreLimits } from '@jocund/core/score';
import { documentSchema, mostChangedBars } from '@jocund/core/score/document';
import { barSchema, line, thumbPatternSchema, tuningSchema } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import {
  demoSignInsSchema,
  doorNoteSchema,
  firstStudioSchema,
  invitationSchema,
  invitedSchema,
  joiningSchema,
  newTeacherSchema,
  openSessionSchema,
  passwordChangeSchema,
  teacherSchema,
} from './accounts.ts';
import { endpoint, fileEndpoint } from './endpoint.ts';
import { handSchema, id, timestamp, readingSchema } from './fields.ts';
import { loggedDrillSchema, newDrillSchema } from './ear-drills.ts';
import { practiceEndpoints } from './practice-endpoints.ts';
import { personalDataSchema } from './practice.ts';
import {
  followedRungSchema,
  gradeSayingSchema,
  keptRungSchema,
  newGradeSayingSchema,
  newKeptRungSchema,
} from './studies.ts';
import { pieceListSchema, pieceSummarySchema } from './repertoire.ts';
import { recordingEndpoints } from './recordings.ts';
import { bundleSchema, newBundleSchema, printedSheetSchema, printedSheetsSchema } from './sheets.ts';

/** UTF-16 units of what is noted about a person. */
const noteLength = 1000;

const name = line(scoreLimits.textLength).check(z.minLength(1));

const userSchema = z.object({
  id,
  name,
  email: z.email(),
  role: z.enum(['teacher', 'student']),
  studio: name,
});

export const arrangementSchema = z.object({
  id,
  pieceId: id,
  version: z.int().check(z.minimum(1)),
  score: documentSchema,
  savedAt: timestamp,
  savedBy: z.string(),
});

const revisionSummarySchema = z.object({
  version: z.int(),
  savedAt: timestamp,
  savedBy: z.string(),
  barCount: z.int(),
  title: z.string(),
  /** The teacher's name for this state. */
  name: z.nullable(z.string()),
  /** What changed in this save, in words; empty for the first. */
  changes: z.array(z.string()),
});

const newPlayerSchema = z.strictObject({
  name,
  thumbPattern: line(40).check(z.minLength(1)),
  bassEnding: z.nullable(z.enum(['let-ring', 'stopped', 'palm-damped'])),
  note: line(noteLength),
});

/** Most that is said of one player. */
const mostClaims = 40;

const claimSchema = z.strictObject({
  trait: line(40).check(z.minLength(1)),
  value: z.union([line(80).check(z.minLength(1)), z.number().check(z.minimum(0), z.maximum(1000))]),
  often: z.enum(['always', 'mostly', 'often', 'sometimes', 'never']),
});

const playerSchema = z.object({
  id,
  name: z.string(),
  thumbPattern: z.string(),
  bassEnding: z.nullable(z.enum(['let-ring', 'stopped', 'palm-damped'])),
  note: z.string(),
  /** What is said of the player without a piece that shows it. */
  claims: z.array(claimSchema),
  archivedAt: z.nullable(timestamp),
});

/** What was measured of a piece; what is said of a player stands among them under the player's own id. */
const measuredPieceSchema = z.object({ arrangementId: id, playerId: z.nullable(id), style: z.unknown() });

/** Groups of one student, and signs of a group's name. */
export const mostGroups = 12;
export const groupNameLength = 60;

const newStudentSchema = z.strictObject({
  name,
  note: line(noteLength),
  /** What the student wants to come to. */
  goals: z._default(line(noteLength), ''),
  /** What is to be minded: a hand that was hurt, a stretch to be avoided. */
  cautions: z._default(line(noteLength), ''),
  reading: z._default(z.nullable(readingSchema), null),
  /** Names of the groups the student is taught in. */
  groups: z._default(z.array(line(groupNameLength).check(z.minLength(1))).check(z.maxLength(mostGroups)), []),
});

const studentSchema = z.object({
  id,
  name: z.string(),
  note: z.string(),
  goals: z._default(z.string(), ''),
  cautions: z._default(z.string(), ''),
  hand: z.nullable(handSchema),
  reading: z._default(z.nullable(readingSchema), null),
  groups: z._default(z.array(z.string()), []),
  archivedAt: z.nullable(timestamp),
});

const archivingSchema = z.strictObject({ archived: z.boolean() });

/** A thumb pattern of the studio's own: its id names it in the pieces that use it. */
const ownPatternSchema = thumbPatternSchema;

/** A form of the studio's own in Roman numerals, under its name. */
const ownFormSchema = z.strictObject({
  name: line(60).check(z.minLength(1)),
  numerals: line(scoreLimits.formLength).check(z.minLength(1)),
});

const ownTuningSchema = z.object({ id, name, pitches: tuningSchema.shape.pitches });

const savedSchema = z.object({ version: z.int(), savedAt: timestamp });

/** A save made from an older version: what stands now, and what was sent, so that neither is lost. */
export const staleSaveSchema = z.object({
  current: arrangementSchema,
  yours: z.object({ baseVersion: z.int(), score: documentSchema }),
});

/** An arrangement that cannot be read as it is stored: the document itself, and what of it can be read. */
export const unreadableSchema = z.object({
  id,
  pieceId: id,
  version: z.int(),
  savedAt: timestamp,
  savedBy: z.string(),
  stored: z.unknown(),
  mended: z.nullable(z.object({ score: documentSchema, leftOut: z.array(z.string()) })),
});

const nothing = z.null();

/** Every request of the application. Server routes and the web client are both made from this list. */
export const endpoints = {
  signIn: endpoint(
    'open',
    'POST',
    '/api/session',
    z.strictObject({
      email: z.email().check(z.maxLength(200)),
      password: z.string().check(z.minLength(1), z.maxLength(200)),
    }),
    userSchema,
  ),
  whoAmI: endpoint('open', 'GET', '/api/session', undefined, z.nullable(userSchema)),
  signOut: endpoint('open', 'DELETE', '/api/session', undefined, nothing),
  listPieces: endpoint('teacher', 'GET', '/api/pieces', undefined, z.array(pieceSummarySchema)),
  /** A page of them; `askedPiecesSchema` says how to ask. */
  findPieces: endpoint('teacher', 'GET', '/api/repertoire', undefined, pieceListSchema),
  createPiece: endpoint(
    'teacher',
    'POST',
    '/api/pieces',
    z.strictObject({ score: documentSchema }),
    pieceSummarySchema,
  ),
  duplicatePiece: endpoint('teacher', 'POST', '/api/pieces/:id/duplicate', undefined, pieceSummarySchema),
  archivePiece: endpoint('teacher', 'PATCH', '/api/pieces/:id', archivingSchema, pieceSummarySchema),
  readArrangement: endpoint('teacher', 'GET', '/api/arrangements/:id', undefined, arrangementSchema),
  saveArrangement: endpoint(
    'teacher',
    'PUT',
    '/api/arrangements/:id',
    z.strictObject({ baseVersion: z.int().check(z.minimum(1)), score: documentSchema }),
    savedSchema,
  ),
  /**
   * Saves bars in place of those that stand there. Refused as stale where the piece is of another version, or stored otherwise: then the
   * whole is to be sent.
   */
  saveBars: endpoint(
    'teacher',
    'PATCH',
    '/api/arrangements/:id/bars',
    z.strictObject({
      baseVersion: z.int().check(z.minimum(1)),
      bars: z
        .array(
          z.strictObject({ at: z.int().check(z.minimum(0), z.maximum(scoreLimits.bars)), bar: barSchema }),
        )
        .check(z.minLength(1), z.maxLength(mostChangedBars)),
    }),
    savedSchema,
  ),
  /** A page, newest first; `before` leads on to earlier ones. */
  listRevisions: endpoint(
    'teacher',
    'GET',
    '/api/arrangements/:id/revisions',
    undefined,
    z.array(revisionSummarySchema),
  ),
  /** Names a state of the piece; null takes the name away. */
  nameRevision: endpoint(
    'teacher',
    'PATCH',
    '/api/arrangements/:id/revisions/:version',
    z.strictObject({ name: z.nullable(name) }),
    nothing,
  ),
  readRevision: endpoint(
    'teacher',
    'GET',
    '/api/arrangements/:id/revisions/:version',
    undefined,
    arrangementSchema,
  ),
  listPlayers: endpoint('teacher', 'GET', '/api/players', undefined, z.array(playerSchema)),
  /** What was measured of the manner of every piece in hand, as core's style documents of one piece each. */
  listMeasured: endpoint('teacher', 'GET', '/api/styles', undefined, z.array(measuredPieceSchema)),
  addPlayer: endpoint('teacher', 'POST', '/api/players', newPlayerSchema, playerSchema),
  changePlayer: endpoint('teacher', 'PUT', '/api/players/:id', newPlayerSchema, playerSchema),
  claimOfPlayer: endpoint(
    'teacher',
    'PUT',
    '/api/players/:id/claims',
    z.array(claimSchema).check(z.maxLength(mostClaims)),
    playerSchema,
  ),
  archivePlayer: endpoint('teacher', 'PATCH', '/api/players/:id', archivingSchema, playerSchema),
  addStudent: endpoint('teacher', 'POST', '/api/students', newStudentSchema, studentSchema),
  changeStudent: endpoint('teacher', 'PUT', '/api/students/:id', newStudentSchema, studentSchema),
  archiveStudent: endpoint('teacher', 'PATCH', '/api/students/:id', archivingSchema, studentSchema),
  /** All that is kept of one student. */
  readPerson: endpoint('teacher', 'GET', '/api/students/:id/data', undefined, personalDataSchema),
  /** Deletes an archived student for good, with account, passes and all. */
  deleteStudent: endpoint('teacher', 'DELETE', '/api/students/:id', undefined, nothing),
  listStudents: endpoint('teacher', 'GET', '/api/students', undefined, z.array(studentSchema)),
  setStudentHand: endpoint('teacher', 'PUT', '/api/students/:id/hand', handSchema, studentSchema),
  /** Whether the link of a first start is good: there is no studio yet. */
  readFirstLink: endpoint('open', 'GET', '/api/first-studio/:token', undefined, nothing),
  makeFirstStudio: endpoint('open', 'POST', '/api/first-studio/:token', firstStudioSchema, userSchema),
  /** A link by which a student sets up an account, or a new password. The one before it is void. */
  inviteStudent: endpoint('teacher', 'POST', '/api/students/:id/invitation', undefined, invitationSchema),
  listTeachers: endpoint('teacher', 'GET', '/api/teachers', undefined, z.array(teacherSchema)),
  /** A link by which somebody comes to teach in this studio, too. */
  inviteTeacher: endpoint('teacher', 'POST', '/api/teachers', newTeacherSchema, invitationSchema),
  /** A link by which a teacher sets a new password. The one before it is void. */
  renewTeacher: endpoint('teacher', 'POST', '/api/teachers/:id/invitation', undefined, invitationSchema),
  /** Closes another teacher's way in, and opens it again. */
  closeTeacher: endpoint(
    'teacher',
    'PATCH',
    '/api/teachers/:id',
    z.strictObject({ closed: z.boolean() }),
    teacherSchema,
  ),
  /** What happened at the studio's door of late, the newest first. */
  listDoorNotes: endpoint('teacher', 'GET', '/api/door-notes', undefined, z.array(doorNoteSchema)),
  /** The address at which students reach this Jocund; null where it was not set. */
  readPublicAddress: endpoint(
    'teacher',
    'GET',
    '/api/public-address',
    undefined,
    z.object({
      url: z.nullable(z.string()),
      /** Whether the server sends links by mail. */
      canMail: z._default(z.boolean(), false),
    }),
  ),
  /** Null: there is no demo, or others could read it. */
  readDemoSignIns: endpoint('open', 'GET', '/api/demo-sign-ins', undefined, z.nullable(demoSignInsSchema)),
  /** Sends a link that was just made to somebody's address. */
  mailInvitation: endpoint(
    'teacher',
    'POST',
    '/api/invitations/:token/mail',
    z.strictObject({ email: z.email().check(z.maxLength(200)) }),
    nothing,
  ),
  readInvitation: endpoint('open', 'GET', '/api/invitations/:token', undefined, invitedSchema),
  acceptInvitation: endpoint('open', 'POST', '/api/invitations/:token', joiningSchema, userSchema),
  ...practiceEndpoints,
  /** Every other session of the person ends with it. */
  changePassword: endpoint('member', 'PUT', '/api/me/password', passwordChangeSchema, nothing),
  listMySessions: endpoint('member', 'GET', '/api/me/sessions', undefined, z.array(openSessionSchema)),
  endMySession: endpoint('member', 'DELETE', '/api/me/sessions/:session', undefined, nothing),
  readMyHand: endpoint('member', 'GET', '/api/me/hand', undefined, z.nullable(handSchema)),
  setMyHand: endpoint('member', 'PUT', '/api/me/hand', handSchema, handSchema),
  /** 32 bytes in base64, with which this person's unsaved work is sealed in a browser. */
  readDraftKey: endpoint('member', 'GET', '/api/me/draft-key', undefined, z.object({ key: z.base64() })),
  listPatterns: endpoint('teacher', 'GET', '/api/thumb-patterns', undefined, z.array(ownPatternSchema)),
  keepPattern: endpoint('teacher', 'POST', '/api/thumb-patterns', ownPatternSchema, ownPatternSchema),
  dropPattern: endpoint('teacher', 'DELETE', '/api/thumb-patterns/:id', undefined, nothing),
  /** The drawer: every figure the studio keeps, as documents. One that cannot be read must not take the others with it. */
  listFigures: endpoint('teacher', 'GET', '/api/figures', undefined, z.array(z.unknown())),
  /** Keeps a figure under its id, in place of what was kept there. */
  keepFigure: endpoint('teacher', 'PUT', '/api/figures', figureDocumentSchema, nothing),
  dropFigure: endpoint('teacher', 'DELETE', '/api/figures/:id', undefined, nothing),
  listForms: endpoint('teacher', 'GET', '/api/forms', undefined, z.array(ownFormSchema)),
  /** Keeps a form under its name, in place of what was kept there. */
  keepForm: endpoint('teacher', 'PUT', '/api/forms', ownFormSchema, nothing),
  dropForm: endpoint('teacher', 'DELETE', '/api/forms/:name', undefined, nothing),
  /** Rungs of a piece that are changed by hand. One whose score cannot be read is left out. */
  listKeptRungs: endpoint(
    'teacher',
    'GET',
    '/api/arrangements/:id/rungs',
    undefined,
    z.array(keptRungSchema),
  ),
  keepRung: endpoint('teacher', 'POST', '/api/rungs', newKeptRungSchema, z.object({ arrangementId: id })),
  followRung: endpoint('teacher', 'PUT', '/api/rungs/:id', followedRungSchema, savedSchema),
  /** The rung is as it is cut again; what was changed by hand stays in the repertoire as a piece of its own. */
  dropRung: endpoint('teacher', 'DELETE', '/api/rungs/:id', undefined, nothing),
  /** What the studio's teachers said of grades, the oldest first. */
  listGradeSayings: endpoint('teacher', 'GET', '/api/grade-sayings', undefined, z.array(gradeSayingSchema)),
  /** Said anew of the same music, a grade takes the place of the one before. */
  sayGrade: endpoint('teacher', 'POST', '/api/grade-sayings', newGradeSayingSchema, gradeSayingSchema),
  takeBackGrade: endpoint('teacher', 'DELETE', '/api/grade-sayings/:id', undefined, nothing),
  listTunings: endpoint('teacher', 'GET', '/api/tunings', undefined, z.array(ownTuningSchema)),
  keepTuning: endpoint(
    'teacher',
    'POST',
    '/api/tunings',
    z.strictObject({ name, pitches: tuningSchema.shape.pitches }),
    ownTuningSchema,
  ),
  dropTuning: endpoint('teacher', 'DELETE', '/api/tunings/:id', undefined, nothing),
  listDrills: endpoint('member', 'GET', '/api/ear-drills', undefined, z.array(loggedDrillSchema)),
  ...recordingEndpoints,
  listBundles: endpoint('teacher', 'GET', '/api/bundles', undefined, z.array(bundleSchema)),
  makeBundle: endpoint('teacher', 'POST', '/api/bundles', newBundleSchema, bundleSchema),
  /** Gives up what is being made, and forgets it. */
  dropBundle: endpoint('teacher', 'DELETE', '/api/bundles/:id', undefined, nothing),
  printSheet: fileEndpoint('teacher', '/api/sheets/pdf', printedSheetSchema, 'application/pdf'),
  printSheets: fileEndpoint('teacher', '/api/sheets/several', printedSheetsSchema, 'application/pdf'),
  logDrill: endpoint('member', 'POST', '/api/ear-drills', newDrillSchema, loggedDrillSchema),
} as const;

export type User = z.infer<typeof userSchema>;
export type Unreadable = z.infer<typeof unreadableSchema>;
export type Arrangement = z.infer<typeof arrangementSchema>;
export type RevisionSummary = z.infer<typeof revisionSummarySchema>;
export type Player = z.infer<typeof playerSchema>;
export type MeasuredPiece = z.infer<typeof measuredPieceSchema>;
export type NewPlayer = z.infer<typeof newPlayerSchema>;
export type NewStudent = z.infer<typeof newStudentSchema>;
export type Student = z.infer<typeof studentSchema>;
export type OwnForm = z.infer<typeof ownFormSchema>;
export type OwnPattern = z.infer<typeof ownPatternSchema>;
export type OwnTuning = z.infer<typeof ownTuningSchema>;
export type NewDrill = z.infer<typeof newDrillSchema>;
export type LoggedDrill = z.infer<typeof loggedDrillSchema>;
export type StaleSave = z.infer<typeof staleSaveSchema>;

/** Thumb patterns of its own that a studio keeps beside the shipped ones. */
export const mostOwnPatterns = 40;
/** Forms of a studio's own, at most. */
export const mostOwnForms = 100;

/** Figures a studio keeps in its drawer. */
export const mostFigures = 500;

/** Tunings of its own that a studio keeps beside the shipped ones. */
export const mostOwnTunings = 60;

/** Largest request body, in bytes: a score of 400 full bars is well below. */
export const largestBodyBytes = 2_000_000;
