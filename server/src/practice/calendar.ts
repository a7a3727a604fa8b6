import type { Lesson } from '@jocund/contract';
import ical, { ICalEventRepeatingFreq, ICalWeekday } from 'ical-generator';
import type { Database } from '../database/connect.ts';

const weekdays = [
  ICalWeekday.MO,
  ICalWeekday.TU,
  ICalWeekday.WE,
  ICalWeekday.TH,
  ICalWeekday.FR,
  ICalWeekday.SA,
  ICalWeekday.SU,
] as const;

interface LessonOf extends Lesson {
  readonly studentId: string;
  readonly student: string;
}

/**
 * The lessons of everybody in hand as a calendar (iCalendar, RFC 5545): each comes every week from the day of `from` on, but for the days on which it is
 * otherwise, by the clock of wherever it is read.
 */
export async function lessonCalendar(database: Database, studioId: string, from: Date): Promise<string> {
  const lessons = await database('lessons')
    .join('students', { 'students.studio_id': 'lessons.studio_id', 'students.id': 'lessons.student_id' })
    .where('lessons.studio_id', studioId)
    .whereNull('students.archived_at')
    .orderBy(['weekday', 'starts'])
    .select<LessonOf[]>(
      'students.id as studentId',
      'students.name as student',
      'weekday',
      'starts',
      'minutes',
      'changes',
    );
  const calendar = ical({ name: 'Lessons', prodId: { company: 'Jocund', product: 'Lessons' } });
  for (const { studentId, student, weekday, starts, minutes, changes } of lessons) {
    const start = firstAt(from, weekday, starts);
    const id = `${studentId}-${weekday}-${starts.replace(':', '')}`;
    const event = { stamp: from, floating: true, summary: `Lesson: ${student}` };
    calendar.createEvent({
      ...event,
      id: `${id}@jocund`,
      start,
      end: endOf(start, minutes),
      repeating: {
        freq: ICalEventRepeatingFreq.WEEKLY,
        byDay: [weekdays[weekday - 1] ?? ICalWeekday.MO],
        exclude: changes.map(({ day }) => momentOf(day, starts)),
      },
    });
    for (const { day, to } of changes) {
      if (!to) continue;
      const moved = momentOf(to.day, to.starts);
      calendar.createEvent({
        ...event,
        id: `${id}-${day}@jocund`,
        start: moved,
        end: endOf(moved, to.minutes),
      });
    }
  }
  return calendar.toString();
}

const endOf = (start: Date, minutes: number): Date => new Date(start.getTime() + minutes * 60_000);

/** A day, "2026-12-06", at a time of the clock. */
function momentOf(day: string, starts: string): Date {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const [hours = 0, minutes = 0] = starts.split(':').map(Number);
  return new Date(year, month - 1, date, hours, minutes);
}

/** The first such weekday from a day on, at a time of the clock. */
function firstAt(from: Date, weekday: number, starts: string): Date {
  const [hours = 0, minutes = 0] = starts.split(':').map(Number);
  const since = (weekday - from.getDay() + 7) % 7;
  return new Date(from.getFullYear(), from.getMonth(), from.getDate() + since, hours, minutes);
}
