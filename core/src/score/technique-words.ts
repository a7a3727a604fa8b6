import type { DynamicLevel, Note, NoteEnding, NoteStroke } from './schema.ts';

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

const centsOf = ({ bendCents = 0 }: Note): string => `${bendCents} cents`;

/** What is said of a bend, by its shape. */
export const bendWords = {
  push: (note: Note) => `bent ${centsOf(note)}`,
  release: (note: Note) => `bent ${centsOf(note)} and let back`,
  'pre-bend': (note: Note) => `picked bent ${centsOf(note)}`,
  'pre-bend-release': (note: Note) => `picked bent ${centsOf(note)}, let back`,
};

/** A way of sliding to a note, with the fret it comes from and how long it is under way, where that is said. */
export const slideWords =
  (way: string) =>
  ({ slide: { approachFret, overTicks } = {} }: Note): string =>
    [
      way,
      approachFret !== undefined && `from fret ${approachFret}`,
      overTicks !== undefined && `under way for ${Math.round((overTicks / 960) * 100) / 100} quarter notes`,
    ]
      .filter((part) => typeof part === 'string')
      .join(', ');

/** The glass, how it is turned, where between frets it stops, how it shakes, and what becomes of its noise. */
export function bottleneckWords({ bottleneck = {} }: Note): string {
  const { angleDegrees = 0, cents = 0, vibratoCents, noise } = bottleneck;
  return [
    'bottleneck',
    angleDegrees !== 0 && `turned ${angleDegrees} degrees`,
    cents !== 0 && `${Math.abs(cents)} cents ${cents > 0 ? 'above' : 'below'} the fret`,
    vibratoCents !== undefined && `vibrato ${vibratoCents} cents wide`,
    noise !== undefined && `noise ${noise}`,
  ]
    .filter((part) => typeof part === 'string')
    .join(', ');
}

/** A turn goes a whole step up unless the note says otherwise. */
export const usualOrnamentFrets = 2;

/** An ornament with how far it goes. */
export const turnWords =
  (name: string) =>
  ({ ornamentFrets = usualOrnamentFrets }: Note): string =>
    `${name} ${ornamentFrets} frets up`;
