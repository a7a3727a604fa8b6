import { parseTuning } from '@jocund/core/instrument';
import { parseKey } from '@jocund/core/pitch';
import { nameGrip, parseFrets } from '@jocund/core/shapes';
import { choice, orRefuse, positional, required, table, wholeNumber, type Command } from '../command.ts';

/** `name`: what a grip is called by what really sounds. */
export const name: Command = {
  name: 'name',
  summary: 'the name of a grip by what sounds',
  usage: '--tuning TUNING --frets FRETS [--capo N] [--names english|german] [--key K]',
  options: { tuning: 'text', frets: 'text', capo: 'text', names: 'text', key: 'text' },
  run: (args) => {
    positional(args);
    const tuning = orRefuse(parseTuning(required(args, 'tuning')));
    const frets = orRefuse(parseFrets(required(args, 'frets')));
    const key = args.text('key');
    const named = nameGrip(tuning, frets, {
      capo: wholeNumber(args, 'capo', 0, 0, 12),
      language: choice(args, 'names', ['english', 'german'], 'english'),
      ...(key === undefined ? {} : { key: orRefuse(parseKey(key)) }),
    });
    const rows = named.tones.map(({ string, fret, pitch, degree }) => [
      `string ${string}`,
      `fret ${fret}`,
      pitch,
      degree,
    ]);
    const capo =
      named.soundingName !== named.name && named.soundingName ? `, sounds ${named.soundingName}` : '';
    const also = named.alternatives.length > 0 ? `\nalso: ${named.alternatives.join(', ')}` : '';
    return { json: named, text: `${named.name ?? 'no plain name'}${capo}\n${table(rows)}${also}` };
  },
};
