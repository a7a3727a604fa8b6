import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { DemoSignIns } from '@jocund/contract';
import ipaddr from 'ipaddr.js';
import type { Config } from '../config.ts';
import type { Database } from '../database/connect.ts';
import { findUserByEmail } from '../sign-in/users-repository.ts';
import { studioFileSchema } from './studio-file.ts';

/** Whether only this machine can reach the address. */
const isLoopback = (host: string): boolean =>
  host === 'localhost' || (ipaddr.isValid(host) && ipaddr.process(host).range() === 'loopback');

/** What opens the demo, for a page that only this machine can see; undefined elsewhere, and where the studio is not the demo's. */
export async function demoSignIns(
  database: Database,
  { DEMO_FOLDER, DEMO_PASSWORD, HOST, BEHIND_TLS_PROXY }: Config,
): Promise<DemoSignIns | undefined> {
  if (!DEMO_FOLDER || !DEMO_PASSWORD || BEHIND_TLS_PROXY || !isLoopback(HOST)) return undefined;
  const { teacher, students } = studioFileSchema.parse(
    JSON.parse(await readFile(join(DEMO_FOLDER, 'studio.json'), 'utf8')),
  );
  if (!(await findUserByEmail(database, teacher.email))) return undefined;
  const student = students.find(({ account }) => account !== undefined)?.account ?? null;
  return { teacher: teacher.email, student, password: DEMO_PASSWORD };
}
