import { mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fail } from '@jocund/core/fault';
import { readAny, type AnyReading, type ReadOptions } from '@jocund/core/formats/any';

import type { Score } from '@jocund/core/score';
import { orRefuse } from './command.ts';

const largest = {
  piece: { bytes: 8 * 1024 * 1024, remedy: 'Choose a file of one piece' },
  recording: { bytes: 200 * 1024 * 1024, remedy: 'Cut it to what was played' },
};

/** Reads a file of any format, or standard input when the name is "-". */
export const readFile = (file: string, options: ReadOptions = {}): AnyReading =>
  orRefuse(
    readAny(
      label(file),
      readBytes(file),
      (bytes, encoding) => new TextDecoder(encoding).decode(bytes),
      options,
    ),
  );

/** Reads a score: one of ours, or foreign tab. A melody without strings is refused with the way to lay it on them. */
export function readScoreFile(file: string): Score {
  const { content } = readFile(file);
  return content.kind === 'score'
    ? content.score
    : orRefuse(
        fail(
          'the notes have no strings and frets yet',
          'Lay them on a guitar first with: jocund fit FILE --tuning TUNING',
        ),
        label(file),
      );
}

/** Reads a file as text. */
export const readText = (file: string): string => new TextDecoder().decode(readBytes(file));

const label = (file: string): string => (file === '-' ? 'standard input' : basename(file));

/** Reads a file as it is. */
export function readBytes(file: string, kind: keyof typeof largest = 'piece'): Uint8Array {
  const { bytes, remedy } = largest[kind];
  try {
    if (file !== '-' && statSync(file).size > bytes) {
      return orRefuse(fail(`the file is larger than ${bytes / 1024 / 1024} MB`, remedy), label(file));
    }
    return readFileSync(file === '-' ? 0 : file);
  } catch (error) {
    if (!isSystemError(error)) throw error;
    const reason =
      error.code === 'ENOENT' ? 'there is no such file' : `the file cannot be read (${error.code})`;
    return orRefuse(fail(reason, 'Check the name and the folder'), label(file));
  }
}

/** Writes beside the target and renames, so that a half-written file never stands under its name. */
export function writeWhole(file: string, content: string | Uint8Array): void {
  const beside = join(dirname(file), `.${basename(file)}.${process.pid}.part`);
  try {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(beside, content);
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
