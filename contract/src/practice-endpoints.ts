import * as z from 'zod/mini';
import { endpoint } from './endpoint.ts';
import { id } from './fields.ts';
import {
  assignmentSchema,
  earGoalSchema,
  lessonNoteSchema,
  lessonSchema,
  mostLessons,
  mostMarksSent,
  mostRungsGiven,
  myPracticeSchema,
  newAssignmentSchema,
  newEarGoalSchema,
  newLessonNoteSchema,
  ownNoteChangesSchema,
  ownNotesSchema,
  practiceMarkSchema,
  practiceRecordSchema,
  takeSchema,
  taughtSchema,
} from './practice.ts';

/** What students are given, what they practise, and what came of it. */
export const practiceEndpoints = {
  /** What a student was given, and what came of it. */
  readPractice: endpoint('teacher', 'GET', '/api/students/:id/practice', undefined, practiceRecordSchema),
  /** The weekly lessons of a student, in place of those before. */
  setLessons: endpoint(
    'teacher',
    'PUT',
    '/api/students/:id/lessons',
    z.array(lessonSchema).check(z.maxLength(mostLessons)),
    z.array(lessonSchema),
  ),
  writeLessonNote: endpoint(
    'teacher',
    'POST',
    '/api/students/:id/lesson-notes',
    newLessonNoteSchema,
    lessonNoteSchema,
  ),
  dropLessonNote: endpoint('teacher', 'DELETE', '/api/lesson-notes/:id', undefined, z.null()),
  /** Everybody who is taught, for the teacher's day: a weekday, 1 Monday to 7 Sunday. */
  listTaught: endpoint('teacher', 'GET', '/api/taught/:weekday', undefined, z.array(taughtSchema)),
  assign: endpoint('teacher', 'POST', '/api/students/:id/assignments', newAssignmentSchema, assignmentSchema),
  /** Gives one thing after the other: each opens when the one before it is reached. */
  assignLadder: endpoint(
    'teacher',
    'POST',
    '/api/students/:id/ladders',
    z.array(newAssignmentSchema).check(z.minLength(2), z.maxLength(mostRungsGiven)),
    z.array(assignmentSchema),
  ),
  /** The ear drill, in place of what was given of it before. */
  setEarGoal: endpoint('teacher', 'PUT', '/api/students/:id/ear-goal', newEarGoalSchema, earGoalSchema),
  dropEarGoal: endpoint('teacher', 'DELETE', '/api/students/:id/ear-goal', undefined, z.null()),
  endAssignment: endpoint(
    'teacher',
    'PATCH',
    '/api/assignments/:id',
    z.strictObject({ ended: z.boolean() }),
    assignmentSchema,
  ),
  /** What the student sees, for a teacher who looks. */
  readPracticeSeen: endpoint(
    'teacher',
    'GET',
    '/api/students/:id/practice/seen',
    undefined,
    myPracticeSchema,
  ),
  readMyPractice: endpoint('student', 'GET', '/api/me/practice', undefined, myPracticeSchema),
  /** Answers with the ids that are stored now, those sent before among them. */
  logPractice: endpoint(
    'student',
    'POST',
    '/api/me/practice',
    z.array(practiceMarkSchema).check(z.minLength(1), z.maxLength(mostMarksSent)),
    z.array(id),
  ),
  /** The student's own notes over the sheet, changed place by place; answers all of them. */
  changeOwnNotes: endpoint(
    'student',
    'PATCH',
    '/api/me/assignments/:id/own-notes',
    ownNoteChangesSchema,
    ownNotesSchema,
  ),
  keepTake: endpoint('student', 'POST', '/api/me/takes', takeSchema, z.null()),
} as const;
