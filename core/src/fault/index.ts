export { inEnglish } from './complaints.ts';

/** Where in a score something is the matter. Bars and beats count from 1; strings 1 (thinnest) to 6. */
export interface Place {
  readonly file?: string;
  readonly bar?: number;
  readonly beat?: number;
  readonly string?: number;
}

/** Something a user got wrong: what it is, where, and what to do. The same sentence reaches CLI, API and screen. */
export interface Fault {
  readonly reason: string;
  readonly remedy: string;
  readonly place?: Place;
}

/** What a computation on user input returns instead of throwing. Exceptions are left for bugs. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly fault: Fault };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = (
  reason: string,
  remedy: string,
  place?: Place,
): { readonly ok: false; readonly fault: Fault } => ({
  ok: false,
  fault: place ? { reason, remedy, place } : { reason, remedy },
});

/** "bar 3, beat 2, string 5", or an empty text when no place is known. */
export function describePlace({ file, bar, beat, string }: Place): string {
  return [
    file,
    bar === undefined ? undefined : `bar ${bar}`,
    beat === undefined ? undefined : `beat ${formatBeat(beat)}`,
    string === undefined ? undefined : `string ${string}`,
  ]
    .filter((part) => part !== undefined)
    .join(', ');
}

/** One sentence with place, reason and remedy: "bar 3, beat 2: the bar is too full. Shorten the last note." */
export function describeFault({ reason, remedy, place }: Fault): string {
  const where = place ? describePlace(place) : '';
  return `${where ? `${where}: ` : ''}${endSentence(reason)} ${endSentence(remedy)}`;
}

const endSentence = (text: string) => (/[.!?]$/.test(text) ? text : `${text}.`);

const formatBeat = (beat: number) => String(Math.round(beat * 100) / 100);
