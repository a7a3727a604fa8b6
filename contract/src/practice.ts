import { ladderPlans } from '@jocund/core/grading/terms';
import { passAnswers } from '@jocund/core/practice';
import { scoreLimits } from '@jocund/core/score';
import { documentSchema } from '@jocund/core/score/document';
import { line, prose } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { loggedDrillSchema } from './ear-drills.ts';
import { handSchema, id, readingSchema, timestamp } from './fields.ts';

/** Quarter notes a minute that can be asked for. */
export const practiceTempo = { slowest: 20, fastest: 300 } as const;
const tempo = z.int().check(z.minimum(practiceTempo.slowest), z.maximum(practiceTempo.fastest));
/** A bar by its number on the sheet: a pickup is bar 0. */
const barNumber = z.int().check(z.minimum(0), z.maximum(scoreLimits.bars));

/** A rung of a piece's ladder: its plan, its id there, and what it is called. */
const rungGivenSchema = z.strictObject({
  order: z.enum(ladderPlans.map(({ order }) => order)),
  id: z.string().check(z.regex(/^[a-z0-9-]{1,60}$/)),
  name: line(scoreLimits.textLength).check(z.minLength(1)),
});

const figureId = z.string().check(z.minLength(1), z.maxLength(60));

/** Rungs of one ladder that are given one after the other: four bars at a time through the longest piece, and more. */
export const mostRungsGiven = 128;

/** Bars of one assignment that something is said to. */
export const mostBarWords = 20;
export const barWordsLength = 160;

const assignedSchema = z.strictObject({
  /** The piece; null: a figure of the drawer. */
  arrangementId: z.nullable(id),
  /** The figure as it was when it was given; null: a piece. */
  figureId: z._default(z.nullable(figureId), null),
  /** Null: the piece as it is written. */
  rung: z._default(z.nullable(rungGivenSchema), null),
  /** Both null: the whole piece. */
  firstBar: z.nullable(barNumber),
  lastBar: z.nullable(barNumber),
  startBpm: tempo,
  goalBpm: tempo,
  goalDate: z.nullable(z.iso.date()),
  /** What the teacher says to it. */
  note: line(1000),
  /** What the teacher says to single bars, by their numbers on the sheet. */
  barWords: z._default(
    z
      .array(z.strictObject({ bar: barNumber, text: line(barWordsLength).check(z.minLength(1)) }))
      .check(z.maxLength(mostBarWords)),
    [],
  ),
});

/** Something a student is given to practise. */
export const newAssignmentSchema = assignedSchema.check(
  z.refine(
    ({ arrangementId, figureId }) => (arrangementId === null) !== (figureId === null),
    'either a piece or a figure',
  ),
  z.refine(({ startBpm, goalBpm }) => startBpm <= goalBpm, 'the goal is no slower than the start'),
  z.refine(
    ({ firstBar, lastBar }) =>
      (firstBar === null) === (lastBar === null) && (firstBar ?? 0) <= (lastBar ?? 0),
    'the last bar does not come before the first',
  ),
);

const ofNote = {
  bar: barNumber,
  tick: z.int().check(z.minimum(0), z.maximum(61_440)),
  string: z.literal([1, 2, 3, 4, 5, 6]),
};
const ownFinger = z.literal([1, 2, 3, 4, 'T']);

/** Of one thing that is given. */
export const ownNoteLimits = { remarks: 100, fingers: 1000 } as const;

/** What a student writes over the sheet, for themselves and for the teacher to see. */
export const ownNotesSchema = z.object({
  remarks: z.readonly(z.array(z.object({ bar: barNumber, text: z.string() }))),
  fingers: z.readonly(z.array(z.object({ ...ofNote, finger: ownFinger }))),
});

export const ownNoteChangesSchema = z
  .array(
    z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('remark'), bar: barNumber, text: line(barWordsLength) }),
      z.strictObject({ kind: z.literal('finger'), ...ofNote, finger: z.nullable(ownFinger) }),
    ]),
  )
  .check(z.minLength(1), z.maxLength(200));

export const assignmentSchema = z.object({
  ...assignedSchema.shape,
  note: z.string(),
  id,
  title: z.string(),
  player: z.string(),
  /** It opens when this one is reached; null: at once. */
  afterId: z._default(z.nullable(id), null),
  ownNotes: z._default(ownNotesSchema, { remarks: [], fingers: [] }),
  madeAt: timestamp,
  /** When it was taken back or done with. */
  endedAt: z.nullable(timestamp),
});

/** One pass, as the student logged it. Its id is made where it is logged: sent twice, it counts once. */
export const practiceMarkSchema = z.strictObject({
  id,
  assignmentId: id,
  at: timestamp,
  tempoBpm: tempo,
  answer: z.enum(passAnswers),
  /** The bars that were played, by their numbers; both null: all that was given. */
  firstBar: z._default(z.nullable(barNumber), null),
  lastBar: z._default(z.nullable(barNumber), null),
  /** How long the pass took. */
  seconds: z.int().check(z.minimum(0), z.maximum(3600)),
});

/** Marks sent at once, after a while without a connection. */
export const mostMarksSent = 200;
/** Marks of one student that are looked back on. */
export const mostMarksRead = 2000;

/** Takes of one student that are looked back on, the newest. */
export const mostTakesRead = 300;
const count = z.int().check(z.minimum(0), z.maximum(50_000));

/** What came of a take that was held against the sheet; the take itself is not kept. Its id is made where it is judged: sent twice, it counts once. */
export const takeSchema = z.strictObject({
  id,
  assignmentId: id,
  at: timestamp,
  /** As it was played, in beats of the piece a minute. */
  tempoBpm: z.number().check(z.minimum(5), z.maximum(1000)),
  hits: count,
  wrong: count,
  missed: count,
  extra: count,
  outOfTime: count,
  /** Spread of the thumb's strokes in ms; null where there were too few. */
  thumbSdMs: z.nullable(z.number().check(z.minimum(0), z.maximum(5000))),
});

/** The ear drill, given: so many pairs whose beats are counted right. */
export const newEarGoalSchema = z.strictObject({
  times: z.int().check(z.minimum(1), z.maximum(200)),
  goalDate: z.nullable(z.iso.date()),
});

export const earGoalSchema = z.object({
  ...newEarGoalSchema.shape,
  madeAt: timestamp,
  /** Pairs counted since then, and how many of them right. */
  counted: count,
  right: count,
});

/** Where a teacher takes the lessons along as a calendar file. */
export const calendarPath = '/api/lessons.ics';

/** By the studio's clock, "13:15". */
const startsAt = z.string().check(z.regex(/^([01]\d|2[0-3]):[0-5]\d$/));
const lessonMinutes = z.int().check(z.minimum(5), z.maximum(240));

/** Changes of one weekly lesson that are kept; those that are past are let go first. */
export const mostLessonChanges = 60;

/** A day on which a weekly lesson is otherwise. */
const lessonChangeSchema = z.strictObject({
  /** On which it would have been. */
  day: z.iso.date(),
  /** When it is instead; null: it falls out. */
  to: z.nullable(z.strictObject({ day: z.iso.date(), starts: startsAt, minutes: lessonMinutes })),
});

/** A lesson that comes every week. */
export const lessonSchema = z.strictObject({
  /** 1 Monday to 7 Sunday (ISO 8601). */
  weekday: z.int().check(z.minimum(1), z.maximum(7)),
  starts: startsAt,
  minutes: lessonMinutes,
  changes: z._default(z.array(lessonChangeSchema).check(z.maxLength(mostLessonChanges)), []),
});

/** Lessons a week that one student has at most. */
export const mostLessons = 7;

/** What was said in a lesson; the next one begins with it. */
export const newLessonNoteSchema = z.strictObject({
  day: z.iso.date(),
  said: prose(2000).check(z.minLength(1)),
  /** Whether the student reads it, too. */
  isShared: z.boolean(),
});

export const lessonNoteSchema = z.object({
  ...newLessonNoteSchema.shape,
  id,
  said: z.string(),
  writtenBy: z.string(),
});

export const practiceRecordSchema = z.object({
  lessons: z.array(lessonSchema),
  /** The newest first. */
  notes: z.array(lessonNoteSchema),
  assignments: z.array(assignmentSchema),
  /** The oldest first. */
  marks: z.array(practiceMarkSchema),
  /** The oldest first. */
  takes: z._default(z.array(takeSchema), []),
  earGoal: z._default(z.nullable(earGoalSchema), null),
});

/** Passes at one assignment that are looked back on where all students are told at once: of those who come on the day, and of the others. */
export const latestMarks = { coming: 40, others: 12 } as const;

/** A student as a teacher's day has to know: lessons, what is in hand, and its latest passes. */
export const taughtSchema = z.object({
  student: z.object({ id, name: z.string(), note: z.string(), goals: z.string(), cautions: z.string() }),
  /** Of the latest lesson. */
  lastNote: z.nullable(lessonNoteSchema),
  lessons: z.array(lessonSchema),
  assignments: z.array(assignmentSchema),
  /** The oldest first, of each assignment at most as {@link latestMarks} says. */
  marks: z.array(practiceMarkSchema),
});

/** Everything a student practises from, so that it is at hand without a connection. */
export const myPracticeSchema = z.object({
  student: z.string(),
  hand: z.nullable(handSchema),
  reading: z._default(z.nullable(readingSchema), null),
  /** Of the latest lesson whose note the student is to read. */
  lastNote: z.nullable(lessonNoteSchema),
  assignments: z.array(
    z.extend(assignmentSchema, {
      /** The piece, or its rung; null where the piece cannot be read as it is stored. */
      score: z.nullable(documentSchema),
    }),
  ),
  marks: z.array(practiceMarkSchema),
  takes: z._default(z.array(takeSchema), []),
  earGoal: z._default(z.nullable(earGoalSchema), null),
});

/** All that is kept of one person, to be taken along: an open format. */
export const personalDataSchema = z.object({
  format: z.literal('jocund-person'),
  version: z.literal(1),
  studio: z.string(),
  student: z.object({
    name: z.string(),
    note: z.string(),
    goals: z.string(),
    cautions: z.string(),
    hand: z.nullable(handSchema),
    reading: z.nullable(readingSchema),
    groups: z.array(z.string()),
  }),
  /** Null: without an account. */
  email: z.nullable(z.string()),
  lessons: z.array(lessonSchema),
  notes: z.array(lessonNoteSchema),
  assignments: z.array(assignmentSchema),
  marks: z.array(practiceMarkSchema),
  takes: z.array(takeSchema),
  earGoal: z._default(z.nullable(earGoalSchema), null),
  /** The oldest first. */
  earDrills: z._default(z.array(loggedDrillSchema), []),
});

export type PersonalData = z.infer<typeof personalDataSchema>;
export type Assignment = z.infer<typeof assignmentSchema>;
export type NewAssignment = z.infer<typeof newAssignmentSchema>;
export type EarGoal = z.infer<typeof earGoalSchema>;
export type NewEarGoal = z.infer<typeof newEarGoalSchema>;
export type PracticeMark = z.infer<typeof practiceMarkSchema>;
export type TakeFigures = z.infer<typeof takeSchema>;
export type PracticeRecord = z.infer<typeof practiceRecordSchema>;
/** As it is read, and as it goes over the line. */
export type MyPractice = z.output<typeof myPracticeSchema>;
export type MyPracticeSent = z.input<typeof myPracticeSchema>;
export type LessonNote = z.infer<typeof lessonNoteSchema>;
export type NewLessonNote = z.infer<typeof newLessonNoteSchema>;
export type Lesson = z.infer<typeof lessonSchema>;
export type LessonChange = z.infer<typeof lessonChangeSchema>;
export type Taught = z.infer<typeof taughtSchema>;
