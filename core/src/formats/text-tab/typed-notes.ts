import { placedNotes, techniquesOf, type Note, type PlacedNote, type Score } from '../../score/index.ts';

const signs = { 'hammer-on': 'h', 'pull-off': 'p', slide: '/' } as const;

/** The signs around a note: before it how it arrives, after it how the next note on its string is reached. */
export interface NoteSigns {
  readonly before: string;
  readonly after: string;
}

/** A slide from a fret of the same bar is written behind that fret: `3/-5`; what comes from elsewhere before its own: `/5`. */
export function signsOf(score: Score): (note: Note) => NoteSigns {
  const before = new Map<Note, string>();
  const after = new Map<Note, string>();
  const last = new Map<number, PlacedNote>();
  for (const placed of placedNotes(score)) {
    const { bar, note } = placed;
    const from = last.get(note.string);
    last.set(note.string, placed);
    if (note.slide?.from) before.set(note, note.slide.from === 'below' ? '/' : '\\');
    if (!note.arrival) continue;
    const isDown = note.arrival === 'slide' && from !== undefined && from.note.fret > note.fret;
    const sign = isDown ? '\\' : signs[note.arrival];
    if (note.arrival === 'slide' && from?.bar === bar) after.set(from.note, sign);
    else before.set(note, sign);
  }
  return (note) => ({ before: before.get(note) ?? '', after: after.get(note) ?? '' });
}

/** A note as it is typed, without what stands before it. A bend names the fret it reaches, to a hundredth: `7b7.5` is a quarter tone. */
export function typedNote(note: Note, { before, after }: NoteSigns): string {
  const digits = note.dead ? 'x' : String(note.fret);
  const held = note.harmonic ? `<${digits}>` : note.optional ? `(${digits})` : digits;
  const reached = Math.round(note.fret * 100 + (note.bendCents ?? 0)) / 100;
  const bend = isTypedBend(note) ? `b${reached}${note.bendShape === 'release' ? 'r' : ''}` : '';
  const ring = note.voice === 'melody' && note.ending === 'let-ring' ? '~' : '';
  const away = note.slide?.out ? (note.slide.out === 'below' ? '\\' : '/') : '';
  return `${before}${held}${after || bend || ring || away}`;
}

/** A bend picked before it is heard has no sign of its own; nor has one of more than the neck. */
const isTypedBend = ({ bendCents, bendShape, dead }: Note): boolean =>
  bendCents !== undefined && !dead && (bendShape === undefined || bendShape === 'release');

/** What of the score the tab does not say, in words: told under it, so that nothing is left out in silence. */
export function notTyped(score: Score): string[] {
  const signOf = signsOf(score);
  const counts = new Map<string, number>();
  const tell = (what: string) => counts.set(what, (counts.get(what) ?? 0) + 1);
  for (const { note } of placedNotes(score)) {
    const text = typedNote(note, signOf(note));
    for (const { word, says, textTab } of techniquesOf(note)) {
      const isTyped = textTab === 'sign' || (textTab === 'melody-sign' && note.voice === 'melody');
      const isCrowded =
        (['fall', 'rise'].includes(word) && !/[\\/]$/.test(text)) ||
        (['bend', 'release'].includes(word) && !text.includes('b')) ||
        (word === 'ring' && !text.endsWith('~'));
      if (!isTyped || isCrowded) tell(says);
    }
    if (note.finger !== undefined || note.picking !== undefined) tell('fingers');
    if (note.lyric !== undefined) tell('sung words');
    if (note.comment) tell('comments');
  }
  for (const bar of score.bars) {
    for (const _ of bar.dynamics ?? []) tell('loudness');
    for (const grip of bar.grips) if (grip.fingers || grip.silent) tell('fingers of grips');
    if (bar.comment ?? bar.section?.comment) tell('comments');
  }
  return ['which hand plays a note', ...[...counts].map(([what, count]) => `${what} (${count})`)];
}
