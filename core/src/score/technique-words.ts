import type { Arrival, DynamicLevel, Note, NoteEnding, NoteStroke } from './schema.ts';

/** How a note came to sound, in a teacher's words. */
const arrivalWords: Readonly<Record<Arrival, string>> = {
  'hammer-on': 'hammered on',
  'pull-off': 'pulled off',
  slide: 'slid to',
};

/** How a note ends, in a teacher's words. */
export const endingWords: Readonly<Record<NoteEnding, string>> = {
  'let-ring': 'left to ring',
  stopped: 'stopped short',
  'palm-damped': 'under the palm',
  lifted: 'grip lifted',
};

/** How strings are struck together or otherwise than by one digit, in a teacher's words. */
export const strokeWords: Readonly<Record<NoteStroke, string>> = {
  brush: 'brushed',
  'brush-back': 'brushed back',
  roll: 'rolled',
  'roll-back': 'rolled back',
  drag: 'dragged',
  slap: 'slap',
  snap: 'snapped',
};

/** Dynamics from softest to loudest, with their Italian names (common practice). */
export const dynamicWords: Readonly<Record<DynamicLevel, string>> = {
  pp: 'very soft',
  p: 'soft',
  mp: 'fairly soft',
  mf: 'fairly loud',
  f: 'loud',
  ff: 'very loud',
};

const bendWords = {
  push: (cents: number) => `bent ${cents} cents`,
  release: (cents: number) => `bent ${cents} cents and let back`,
  'pre-bend': (cents: number) => `picked bent ${cents} cents`,
  'pre-bend-release': (cents: number) => `picked bent ${cents} cents, let back`,
};

function slideWords({ slide, arrival }: Note): string[] {
  if (!slide) return [];
  const { from, approachFret, out, overTicks, slow, again } = slide;
  return [
    from && `slid into from ${from}${approachFret === undefined ? '' : `, from fret ${approachFret}`}`,
    overTicks !== undefined && `under way for ${Math.round((overTicks / 960) * 100) / 100} quarter notes`,
    slow && 'slow slide',
    again && arrival === 'slide' && 'picked again',
    out && `slid away ${out}`,
  ].filter((word) => typeof word === 'string');
}

function bottleneckWords({ bottleneck }: Note): string[] {
  if (!bottleneck) return [];
  const { angleDegrees, noise } = bottleneck;
  return [
    'bottleneck',
    angleDegrees !== undefined && angleDegrees !== 0 && `turned ${angleDegrees} degrees`,
    noise === 'kept' && 'noise kept',
    noise === 'damped' && 'noise damped',
  ].filter((word) => typeof word === 'string');
}

/** Everything that is said of a note beside where it is and how long it lasts, in playing order. */
export function techniqueWords(note: Note): string[] {
  const bend = note.bendCents === undefined ? undefined : bendWords[note.bendShape ?? 'push'](note.bendCents);
  const frets = note.ornamentFrets ?? usualOrnamentFrets;
  return [
    note.grace && 'just before',
    note.tied && 'tied on',
    note.arrival && arrivalWords[note.arrival],
    ...slideWords(note),
    ...bottleneckWords(note),
    note.dead && note.stroke !== 'slap' && 'dead note',
    note.stroke && strokeWords[note.stroke],
    note.harmonic && 'harmonic',
    bend,
    note.ornament && `${note.ornament === 'mordent' ? 'mordent' : 'hammer and pull'} ${frets} frets up`,
    note.drone && 'drone',
    note.ending && endingWords[note.ending],
    note.staccato && 'short',
    note.fermata && 'held',
    note.accent && 'accented',
    note.optional && 'may be left out',
    note.certainty && (note.certainty === 'guess' ? 'a guess' : 'own'),
  ].filter((word) => typeof word === 'string');
}

/** A turn goes a whole step up unless the note says otherwise. */
export const usualOrnamentFrets = 2;
