import { defaultFretCount, defaultScaleMm, parseTuning } from '@jocund/core/instrument';
import { parseKey } from '@jocund/core/pitch';
import { checkClaim, nameGrip, parseChord, parseFrets } from '@jocund/core/shapes';
import { choice, orRefuse, positional, required, table, wholeNumber, type Command } from '../command.ts';

/** `name`: what a grip is called by what really sounds. */
export const name: Command = {
  name: 'name',
  summary: 'the name of a grip by what sounds',
  usage: '--tuning TUNING --frets FRETS [--capo N] [--names english|german] [--key K] [--claim SYMBOL]',
  options: { tuning: 'text', frets: 'text', capo: 'text', names: 'text', key: 'text', claim: 'text' },
  run: (args) => {
    positional(args);
    const tuning = orRefuse(parseTuning(required(args, 'tuning')));
    const frets = orRefuse(parseFrets(required(args, 'frets')));
    const key = args.text('key');
    const language = choice(args, 'names', ['english', 'german'], 'english');
    const capo = wholeNumber(args, 'capo', 0, 0, 12);
    const named = nameGrip(tuning, frets, {
      soundingShift: capo,
      language,
      ...(key === undefined ? {} : { key: orRefuse(parseKey(key)) }),
    });
    const claim = args.text('claim');
    const checked =
      claim === undefined
        ? undefined
        : checkClaim(
            { tuning, capo, scaleMm: defaultScaleMm, fretCount: defaultFretCount },
            frets,
            orRefuse(parseChord(claim, language)),
            language,
          );
    const rows = named.tones.map(({ string, fret, pitch, degree }) => [
      `string ${string}`,
      `fret ${fret}`,
      pitch,
      degree,
    ]);
    const heard =
      named.soundingName !== named.name && named.soundingName ? `, sounds ${named.soundingName}` : '';
    const also = named.alternatives.length > 0 ? `\nalso: ${named.alternatives.slice(0, 6).join(', ')}` : '';
    const verdict = checked ? `\n${checked.sentence}` : '';
    return {
      json: checked ? { ...named, claim: checked } : named,
      text: `${named.name ?? 'no plain name'}${heard}\n${table(rows)}${also}${verdict}`,
    };
  },
};
