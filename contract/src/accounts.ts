import { scoreLimits } from '@jocund/core/score';
import { line } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { id, timestamp } from './fields.ts';

/** A link made out to a student or a teacher: it opens once, and not for long. */
export const invitationSchema = z.object({ token: z.string(), expiresAt: timestamp });

/** To whom a link was made out. */
export const invitedSchema = z.object({
  name: z.string(),
  role: z.enum(['teacher', 'student']),
  studio: z.string(),
  /** Where the person has an address already: the link then sets a new password. */
  email: z.nullable(z.string()),
});

/** Ten characters and more, as long as one likes up to a limit (NIST SP 800-63B, from memory, asks for eight at least). */
const newPassword = z.string().check(z.minLength(10), z.maxLength(200));
const personName = line(scoreLimits.textLength).check(z.minLength(1));

export const joiningSchema = z.strictObject({
  email: z.email().check(z.maxLength(200)),
  password: newPassword,
});

/** The first studio of a new Jocund, and its first teacher. */
export const firstStudioSchema = z.extend(joiningSchema, {
  studio: line(scoreLimits.textLength).check(z.minLength(1)),
  name: personName,
});

export const passwordChangeSchema = z.strictObject({
  current: z.string().check(z.minLength(1), z.maxLength(200)),
  next: newPassword,
});

/** One of the studio's teachers. */
export const teacherSchema = z.object({
  id,
  name: z.string(),
  email: z.string(),
  /** When the way in was closed; null while it is open. */
  closedAt: z.nullable(timestamp),
});

export const newTeacherSchema = z.strictObject({ name: personName });

/** Teachers a studio has at most, those whose way in is closed among them. */
export const mostTeachers = 50;

/** A browser that is signed in. */
export const openSessionSchema = z.object({
  /** Names the session without opening it. */
  id: z.string(),
  browser: z.string(),
  since: timestamp,
  lastSeen: timestamp,
  /** Whether it is the one that asks. */
  isThis: z.boolean(),
});

/** What happened at the door: it opened, it did not, or a password was changed. */
export const doorEvents = ['signed-in', 'wrong-password', 'by-link', 'password-changed'] as const;

export const doorNoteSchema = z.object({
  at: timestamp,
  name: z.string(),
  event: z.enum(doorEvents),
  /** Where it came from. */
  from: z.string(),
  browser: z.string(),
});

/** Notes that are looked back on; they are kept for {@link doorNotesKeptDays} days. */
export const mostDoorNotes = 100;
export const doorNotesKeptDays = 90;

/** Where a teacher takes the whole studio along as one zip. */
export const backupPath = '/api/backup';
/** Where a backup is sent to, as bytes, by whoever holds the link to the first studio. */
export const restorePath = (token: string): string => `/api/first-studio/${token}/backup`;
/** A backup that is put back by the page. */
export const mostRestoredBytes = 300 * 1024 * 1024;
export const restoredSchema = z.object({ studio: z.string(), rows: z.int() });

/** Who can sign in to the demo, where it is safe to say so: on the machine itself. */
export const demoSignInsSchema = z.object({
  teacher: z.string(),
  student: z.nullable(z.string()),
  password: z.string(),
});

export type Invited = z.infer<typeof invitedSchema>;
export type Teacher = z.infer<typeof teacherSchema>;
export type OpenSession = z.infer<typeof openSessionSchema>;
export type DoorNote = z.infer<typeof doorNoteSchema>;
export type DemoSignIns = z.infer<typeof demoSignInsSchema>;
