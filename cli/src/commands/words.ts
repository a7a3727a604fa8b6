import { toldLines, walkThrough } from '@jocund/core/walk-through';
import { choice, positional, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { handOf } from '../hand.ts';

/** `words`: the walk-through, phrase by phrase. */
export const words: Command = {
  name: 'words',
  summary: 'what a teacher says of a piece, phrase by phrase',
  usage: 'FILE [--depth do|why] [--language english|german] [--hand small|medium|large] [--thumb-over]',
  options: { depth: 'text', language: 'text', hand: 'text', 'thumb-over': 'flag' },
  run: (args) => {
    const phrases = walkThrough(readScoreFile(positional(args, 'FILE')[0] ?? ''), {
      depth: choice(args, 'depth', ['do', 'why'], 'do'),
      language: choice(args, 'language', ['english', 'german'], 'english'),
      hand: handOf(args),
    });
    return {
      json: { phrases },
      text: phrases
        .map((phrase) => [phrase.title, ...toldLines(phrase).map((line) => `  ${line}`)].join('\n'))
        .join('\n\n'),
    };
  },
};
