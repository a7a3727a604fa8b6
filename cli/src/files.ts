import { mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fail } from '@jocund/core/fault';
import { readStudy } from '@jocund/core/formats/jocund-json';
import type { Study } from '@jocund/core/score';
import { orRefuse } from './command.ts';

const largestFileBytes = 8 * 1024 * 1024;

/** Reads a study from a file, or from standard input when the name is "-". */
export const readStudyFile = (file: string): Study => orRefuse(readStudy(readText(file)), label(file));

const label = (file: string): string => (file === '-' ? 'standard input' : basename(file));

function readText(file: string): string {
  try {
    if (file !== '-' && statSync(file).size > largestFileBytes) {
      return orRefuse(fail('the file is larger than 8 MB', 'Choose a study file'), label(file));
    }
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    if (!isSystemError(error)) throw error;
    const reason =
      error.code === 'ENOENT' ? 'there is no such file' : `the file cannot be read (${error.code})`;
    return orRefuse(fail(reason, 'Check the name and the folder'), label(file));
  }
}

/** Writes beside the target and renames, so that a half-written file never stands under its name. */
export function writeWhole(file: string, text: string): void {
  const beside = join(dirname(file), `.${basename(file)}.${process.pid}.part`);
  try {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(beside, text);
    renameSync(beside, file);
  } catch (error) {
    rmSync(beside, { force: true });
    if (!isSystemError(error)) throw error;
    orRefuse(
      fail(`the file cannot be written (${error.code})`, 'Check the folder and its rights'),
      label(file),
    );
  }
}

const isSystemError = (error: unknown): error is NodeJS.ErrnoException & { code: string } =>
  error instanceof Error && 'code' in error && typeof error.code === 'string' && 'syscall' in error;
