import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { DemoSignIns } from '@jocund/contract';
import ipaddr from 'ipaddr.js';
import type { Config } from '../config.ts';
import type { Database } from '../database/connect.ts';
import { hashPassword, passwordFits, usualCost } from '../sign-in/password.ts';
import { findUserByEmail, setPassword, type StoredUser } from '../sign-in/users-repository.ts';
import { studioFileSchema } from './studio-file.ts';

/** Whether only this machine can reach the address. */
const isLoopback = (host: string): boolean =>
  host === 'localhost' || (ipaddr.isValid(host) && ipaddr.process(host).range() === 'loopback');

/** Whether only this machine can ask. */
const isPrivate = ({ HOST, BEHIND_TLS_PROXY }: Config): boolean => isLoopback(HOST) && !BEHIND_TLS_PROXY;

/** The password that everybody knows, where it must not open anything. */
export const closedPassword = (config: Config): string | undefined =>
  isPrivate(config) ? undefined : config.DEMO_PASSWORD;

/** The accounts of the demo, as far as they are in the database. */
async function demoAccounts(database: Database, folder: string): Promise<StoredUser[]> {
  const { teacher, students } = studioFileSchema.parse(
    JSON.parse(await readFile(join(folder, 'studio.json'), 'utf8')),
  );
  const emails = [teacher.email, ...students.flatMap(({ account }) => account ?? [])];
  const found = await Promise.all(emails.map((email) => findUserByEmail(database, email)));
  return found.filter((user) => user !== undefined);
}

/** Gives the demo's accounts the owner's password in place of the one that everybody knows. */
export async function takeOwnDemoPassword(
  database: Database,
  { DEMO_FOLDER, DEMO_PASSWORD, DEMO_OWN_PASSWORD }: Config,
  passwordCost = usualCost,
): Promise<void> {
  if (!DEMO_FOLDER || !DEMO_PASSWORD || !DEMO_OWN_PASSWORD) return;
  for (const { id, studioId, passwordHash } of await demoAccounts(database, DEMO_FOLDER))
    if (await passwordFits(DEMO_PASSWORD, passwordHash, passwordCost))
      await setPassword(database, studioId, id, await hashPassword(DEMO_OWN_PASSWORD, passwordCost));
}

/** What opens the demo, for a page that only this machine can see; undefined elsewhere, and where the studio is not the demo's. */
export async function demoSignIns(database: Database, config: Config): Promise<DemoSignIns | undefined> {
  const { DEMO_FOLDER, DEMO_PASSWORD } = config;
  if (!DEMO_FOLDER || !DEMO_PASSWORD || !isPrivate(config)) return undefined;
  const accounts = await demoAccounts(database, DEMO_FOLDER);
  const teacher = accounts.find(({ role }) => role === 'teacher');
  if (!teacher || !(await passwordFits(DEMO_PASSWORD, teacher.passwordHash, usualCost))) return undefined;
  const student = accounts.find(({ role }) => role === 'student')?.email ?? null;
  return { teacher: teacher.email, student, password: DEMO_PASSWORD };
}
