import { calendarPath, endpoints } from '@jocund/contract';
import { Router, type Request } from 'express';
import type { Database } from '../database/connect.ts';
import { notFound } from '../http/refusal.ts';
import { idOf, route, teacherAsking } from '../http/route.ts';
import { lessonCalendar } from './calendar.ts';
import { dropEarGoal } from './ear-goals-repository.ts';
import { dropLessonNote } from './lesson-notes-repository.ts';
import { listTaught } from './lessons-repository.ts';
import {
  assign,
  assignInOrder,
  endAssignment,
  logMarks,
  myPractice,
  practiceOf,
  practiceSeen,
  setEarGoal,
  setLessons,
  studentAsking,
  writeLessonNote,
  writeOwnNotes,
} from './service.ts';
import { insertTake } from './takes-repository.ts';

/** Anything else is no day: nobody comes on it. */
const weekdayOf = ({ params }: Request): number => {
  const weekday = Number(params.weekday);
  return Number.isInteger(weekday) && weekday >= 1 && weekday <= 7 ? weekday : 0;
};

export function practiceRoutes(database: Database): Router {
  const router = Router();
  route(router, endpoints.readPractice, ({ request, who }) =>
    practiceOf(database, who.studioId, idOf(request, 'student')),
  );
  route(router, endpoints.setLessons, ({ request, body, who }) =>
    setLessons(database, who.studioId, idOf(request, 'student'), body),
  );
  route(router, endpoints.writeLessonNote, ({ request, body, who }) =>
    writeLessonNote(database, who, idOf(request, 'student'), body),
  );
  route(router, endpoints.dropLessonNote, async ({ request, who }) => {
    if (!(await dropLessonNote(database, who.studioId, idOf(request, 'note')))) throw notFound('note');
    return null;
  });
  route(router, endpoints.listTaught, ({ request, who }) =>
    listTaught(database, who.studioId, weekdayOf(request)),
  );
  route(router, endpoints.assign, ({ request, body, who }) =>
    assign(database, who.studioId, idOf(request, 'student'), body),
  );
  route(router, endpoints.assignLadder, ({ request, body, who }) =>
    assignInOrder(database, who.studioId, idOf(request, 'student'), body),
  );
  route(router, endpoints.setEarGoal, ({ request, body, who }) =>
    setEarGoal(database, who.studioId, idOf(request, 'student'), body),
  );
  route(router, endpoints.dropEarGoal, async ({ request, who }) => {
    if (!(await dropEarGoal(database, who.studioId, idOf(request, 'student')))) throw notFound('drill');
    return null;
  });
  route(router, endpoints.endAssignment, ({ request, body, who }) =>
    endAssignment(database, who.studioId, idOf(request, 'assignment'), body.ended),
  );
  router.get(calendarPath, async (request, response) => {
    const { studioId } = teacherAsking(request);
    response.attachment('lessons.ics').type('text/calendar');
    response.send(await lessonCalendar(database, studioId, new Date()));
  });
  route(router, endpoints.readPracticeSeen, ({ request, who }) =>
    practiceSeen(database, who.studioId, idOf(request, 'student')),
  );
  route(router, endpoints.readMyPractice, ({ who }) => myPractice(database, who));
  route(router, endpoints.logPractice, ({ body, who }) => logMarks(database, who, body));
  route(router, endpoints.changeOwnNotes, async ({ request, body, who }) =>
    writeOwnNotes(database, who, idOf(request, 'assignment'), body),
  );
  route(router, endpoints.keepTake, async ({ body, who }) => {
    const student = await studentAsking(database, who);
    await insertTake(database, who.studioId, student.id, body);
    return null;
  });
  return router;
}
