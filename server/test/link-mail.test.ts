import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { readConfig } from '../src/config.ts';
import { smtpMailer } from '../src/mail/mailer.ts';
import { openStudentRoom, password, type StudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

/** A mail server that takes letters for everybody but one. */
const letters: string[] = [];
const postOffice = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS'],
  onRcptTo: ({ address }, _session, done) =>
    done(address.startsWith('nobody') ? new Error('no such mailbox') : null),
  onData: (stream, _session, done) => {
    const chunks: Buffer[] = [];
    stream.on('data', (chunk: Buffer) => chunks.push(chunk));
    stream.on('end', () => {
      letters.push(Buffer.concat(chunks).toString());
      done();
    });
  },
});
let studio: TestStudio;
let room: StudentRoom;
beforeAll(async () => {
  const listening = postOffice.listen(0, '127.0.0.1');
  await once(listening, 'listening');
  const { port } = listening.address() as AddressInfo;
  studio = await openTestStudio({
    over: {
      PUBLIC_URL: 'https://studio.example',
      mailer: smtpMailer(`smtp://127.0.0.1:${port}`, 'studio@studio.example'),
    },
  });
  room = await openStudentRoom(studio);
});
afterAll(async () => {
  await studio.close();
  await new Promise<void>((done) => postOffice.close(() => done()));
});

test('a link goes by mail, opens, and is nobody else’s to send', async () => {
  expect((await room.teacher.get('/api/public-address').expect(200)).body).toMatchObject({ canMail: true });
  const student = await room.newStudent();
  const token = await room.invite(student.id);
  const send = (agent: typeof room.teacher, email: string, link = token) =>
    agent.post(`/api/invitations/${link}/mail`).send({ email });
  await send(room.teacher, 'wren@example.org').expect(200);
  const [letter] = letters;
  expect(letter).toMatch(/^From: studio@studio\.example$/m);
  expect(letter).toMatch(/^To: wren@example\.org$/m);
  // Long lines are broken by “=” at their end (RFC 2045, quoted-printable).
  const text = letter!.replaceAll(/=\r\n/g, '').replaceAll('=3D', '=');
  expect(text).toContain(`https://studio.example/join/${token}`);
  expect(text).toContain(`Hello ${student.name}`);
  const refused = await send(room.teacher, 'nobody@example.org').expect(500);
  expect(refused.body).toMatchObject({ error: { message: 'The mail server did not take the letter' } });
  await send(room.teacher, 'no address').expect(400);
  await send(room.teacher, 'a@example.org\r\nBcc: b@example.org').expect(400);
  await send(room.teacher, 'wren@example.org', 'another').expect(404);
  await send(await studio.stranger('teacher'), 'wren@example.org').expect(404);
  await studio
    .visitor()
    .post(`/api/invitations/${token}`)
    .send({ email: 'wren@example.org', password })
    .expect(200);
  await send(room.teacher, 'wren@example.org').expect(404);
  expect(letters).toHaveLength(1);
});

test('mail needs whom it is from and where its links lead', () => {
  const environment = {
    DATABASE_URL: 'postgres://x',
    SESSION_SECRET: 'x'.repeat(32),
    SMTP_URL: 'smtps://u:p@mail.example',
  };
  expect(() => readConfig(environment)).toThrow('MAIL_FROM and PUBLIC_URL are to be set, too');
  expect(() => readConfig({ ...environment, SMTP_URL: 'https://mail.example' })).toThrow('SMTP_URL');
  expect(
    readConfig({ ...environment, MAIL_FROM: 'studio@studio.example', PUBLIC_URL: 'https://studio.example' }),
  ).toMatchObject({ MAIL_FROM: 'studio@studio.example' });
});
