import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { fail } from '@jocund/core/fault';
import { evidenceOf, openStyle, type PieceEvidence } from '@jocund/core/style';
import { orRefuse } from './command.ts';
import { readScoreFile } from './files.ts';

/** A player’s name and what was measured. */
export interface Manner {
  readonly name: string;
  readonly pieces: readonly PieceEvidence[];
}

/** A measured style, or scores measured now. */
export function mannerOf(argument: string): Manner {
  const single = existsSync(argument) ? measuredIn(argument) : undefined;
  if (single) return single;
  const scores = argument.split(',').map(readScoreFile);
  const player = scores.map((score) => score.player).find((each) => each !== '');
  return { name: player ?? basename(argument), pieces: scores.map((score) => evidenceOf(score)) };
}

function measuredIn(file: string): Manner | undefined {
  const text = readFileSync(file, 'utf8');
  if (!text.includes('jocund-style')) return undefined;
  try {
    const read: unknown = JSON.parse(text);
    const profile = typeof read === 'object' && read !== null && 'profile' in read ? read.profile : read;
    return orRefuse(openStyle(profile));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return orRefuse(
      fail(`${basename(file)} is no readable JSON`, 'Measure the pieces anew with `jocund style`'),
    );
  }
}
