import type { Lesson, Taught } from '@jocund/contract';
import { isoDay } from '../ui/iso-day.ts';

/** When a lesson is, seen from now. */
export interface LessonTime {
  readonly when: 'over' | 'now' | 'later';
  /** "14:00". */
  readonly ends: string;
}

export interface LessonOfDay {
  readonly taught: Taught;
  readonly lesson: Lesson;
  readonly time: LessonTime;
}

const minutesOf = (starts: string): number => {
  const [hours = 0, minutes = 0] = starts.split(':').map(Number);
  return 60 * hours + minutes;
};

const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** 1 Monday to 7 Sunday. */
export const weekdayOf = (date: Date): number => (date.getDay() === 0 ? 7 : date.getDay());

/** A weekly lesson as it is on a day: at its time, moved there, or not at all. */
function onDay(lesson: Lesson, day: string, weekday: number): Lesson[] {
  const usual = lesson.weekday === weekday && !lesson.changes.some((change) => change.day === day);
  const moved = lesson.changes.flatMap(({ to }) => (to?.day === day ? [to] : []));
  return [
    ...(usual ? [lesson] : []),
    ...moved.map(({ starts, minutes }) => ({ ...lesson, weekday, starts, minutes })),
  ];
}

/** The lessons of a day, the earliest first. */
export function lessonsOn(all: readonly Taught[], now: Date): LessonOfDay[] {
  const weekday = weekdayOf(now);
  const minute = 60 * now.getHours() + now.getMinutes();
  return all
    .flatMap((taught) =>
      taught.lessons
        .flatMap((lesson) => onDay(lesson, isoDay(now), weekday))
        .map((lesson): LessonOfDay => {
          const begin = minutesOf(lesson.starts);
          const end = begin + lesson.minutes;
          const when = minute >= end ? 'over' : minute >= begin ? 'now' : 'later';
          return { taught, lesson, time: { when, ends: clock(end) } };
        }),
    )
    .sort((a, b) => a.lesson.starts.localeCompare(b.lesson.starts));
}
