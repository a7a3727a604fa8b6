import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { installPackage } from './debian.mjs';
import { isRoot, Trouble } from './project.mjs';
import { capture } from './run.mjs';

const debianFolder = '/usr/lib/postgresql';
const oldestMajor = 13;

/** Folder of PostgreSQL's server programs; installs them on Debian when there are none. */
export function postgresPrograms() {
  const found = findPrograms();
  if (found) return found;
  installPackage('postgresql', 'PostgreSQL');
  const installed = findPrograms();
  if (!installed) throw new Trouble('PostgreSQL was installed, but its programs were not found.');
  return installed;
}

function findPrograms() {
  const majors = existsSync(debianFolder)
    ? readdirSync(debianFolder)
        .map(Number)
        .filter((major) => major >= oldestMajor)
    : [];
  const newestFirst = majors.sort((a, b) => b - a).map((major) => join(debianFolder, String(major), 'bin'));
  const configured = capture('pg_config', ['--bindir']).stdout?.trim();
  return [...newestFirst, ...(configured ? [configured] : [])].find((folder) =>
    ['initdb', 'pg_ctl', 'postgres'].every((name) => existsSync(join(folder, name))),
  );
}

/** The user PostgreSQL runs as: itself, or `postgres` when we are root, since it refuses root. */
export function serverUser() {
  if (!isRoot) return {};
  const uid = Number(capture('id', ['-u', 'postgres']).stdout);
  const gid = Number(capture('id', ['-g', 'postgres']).stdout);
  if (!uid || !gid) throw new Trouble('There is no user “postgres” to run PostgreSQL as.');
  return { uid, gid };
}

/** The environment without what would redirect or translate PostgreSQL's programs. */
export const cleanEnvironment = () =>
  Object.fromEntries(Object.entries(process.env).filter(([name]) => !/^(PG|LC_|LANG)/.test(name)));
