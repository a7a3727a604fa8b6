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
 * The lessons of everybody in hand as a calendar (iCalendar, RFC 5545): each comes every week from the day of `from` on, by the clock of
 * wherever it is read.
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
    );
  const calendar = ical({ name: 'Lessons', prodId: { company: 'Jocund', product: 'Lessons' } });
  for (const { studentId, student, weekday, starts, minutes } of lessons) {
    const start = firstAt(from, weekday, starts);
    calendar.createEvent({
      id: `${studentId}-${weekday}-${starts.replace(':', '')}@jocund`,
      stamp: from,
      start,
      end: new Date(start.getTime() + minutes * 60_000),
      floating: true,
      summary: `Lesson: ${student}`,
      repeating: { freq: ICalEventRepeatingFreq.WEEKLY, byDay: [weekdays[weekday - 1] ?? ICalWeekday.MO] },
    });
  }
  return calendar.toString();
}

/** The first such weekday from a day on, at a time of the clock. */
function firstAt(from: Date, weekday: number, starts: string): Date {
  const [hours = 0, minutes = 0] = starts.split(':').map(Number);
  const since = (weekday - from.getDay() + 7) % 7;
  return new Date(from.getFullYear(), from.getMonth(), from.getDate() + since, hours, minutes);
}
