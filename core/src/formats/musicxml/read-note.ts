import type { TuneMarks } from '../../melody/index.ts';
import { midiOf, type Letter } from '../../pitch/index.ts';
import { techniqueNamed, withTechnique, type Note } from '../../score/index.ts';
import { withAmount } from './amounts.ts';
import { childrenOf, find, numberOf, textOf, type XmlNode } from '../xml/index.ts';

/** What a `note` element says of itself; time and place in the bar are its reader's affair. */
export interface WrittenPitch {
  readonly midi: number | undefined;
  readonly place: { readonly string: Note['string']; readonly fret: number } | undefined;
  readonly marks: TuneMarks;
  /** What no mark of ours can hold. */
  readonly lost: readonly string[];
}

/** Written pitch of a note in MIDI; undefined for rests and unpitched notes. */
function pitchOf(note: XmlNode): number | undefined {
  const step = textOf(note, 'pitch', 'step');
  const octave = numberOf(note, 'pitch', 'octave');
  if (!step || !/^[A-G]$/.test(step) || octave === undefined || Math.abs(octave) > 10) return undefined;
  const alter = Math.round(numberOf(note, 'pitch', 'alter') ?? 0);
  return midiOf({ letter: step as Letter, alter, octave });
}

function placeOf(technical: readonly XmlNode[]): WrittenPitch['place'] {
  const value = (name: string) =>
    technical.map((each) => numberOf(each, name)).find((each) => each !== undefined);
  const [string, fret] = [value('string'), value('fret')];
  if (string === undefined || fret === undefined) return undefined;
  if (
    !Number.isInteger(string) ||
    string < 1 ||
    string > 6 ||
    !Number.isInteger(fret) ||
    fret < 0 ||
    fret > 24
  )
    return undefined;
  return { string: string as Note['string'], fret };
}

/** Elements with a mark of ours, by parent and name. */
const simple: Readonly<Record<string, TuneMarks>> = {
  accent: { accent: true },
  'strong-accent': { accent: true },
  staccato: { staccato: true },
  staccatissimo: { staccato: true },
  scoop: { slide: { from: 'below' } },
  plop: { slide: { from: 'above' } },
  falloff: { slide: { out: 'below' } },
  doit: { slide: { out: 'above' } },
  'inverted-mordent': { ornament: 'mordent' },
  mordent: { ornament: 'mordent' },
  'snap-pizzicato': { stroke: 'snap' },
  harmonic: { harmonic: true },
  fermata: { fermata: true },
};

/** Elements whose meaning is read elsewhere, or that say nothing about playing. */
const readElsewhere = new Set([
  'string',
  'fret',
  'hammer-on',
  'pull-off',
  'bend',
  'fingering',
  'pluck',
  'other-technical',
  'open-string',
  'up-bow',
  'down-bow',
  'tied',
  'slur',
  'tuplet',
  'slide',
  'glissando',
  'technical',
  'articulations',
  'ornaments',
  'arpeggiate',
  'dynamics',
  'tenuto',
]);

const isStop = (each: XmlNode): boolean => each.attributes.type === 'stop';

function bendOf(technical: readonly XmlNode[]): TuneMarks {
  const bends = technical.flatMap((each) => childrenOf(each, 'bend'));
  const alter = Math.max(0, ...bends.map((bend) => numberOf(bend, 'bend-alter') ?? 0));
  const cents = Math.min(400, Math.round(alter * 100));
  if (cents < 10) return {};
  const before = bends.some((bend) => find(bend, 'pre-bend'));
  const back = bends.some((bend) => find(bend, 'release'));
  const shape = before ? (back ? 'pre-bend-release' : 'pre-bend') : back ? 'release' : undefined;
  return { bendCents: cents, ...(shape ? { bendShape: shape } : {}) };
}

function arrivalOf(notations: readonly XmlNode[], technical: readonly XmlNode[]): TuneMarks {
  const stops = (nodes: readonly XmlNode[], name: string) =>
    nodes.some((each) => childrenOf(each, name).some(isStop));
  if (stops(technical, 'hammer-on')) return { arrival: 'hammer-on' };
  if (stops(technical, 'pull-off')) return { arrival: 'pull-off' };
  if (stops(notations, 'slide') || stops(notations, 'glissando')) return { arrival: 'slide' };
  return {};
}

function fingersOf(technical: readonly XmlNode[]): TuneMarks {
  const finger = technical.map((each) => textOf(each, 'fingering')).find((each) => each !== undefined);
  const pluck = technical.map((each) => textOf(each, 'pluck')).find((each) => each !== undefined);
  return {
    ...(finger && /^[1-4]$/.test(finger) ? { finger: Number(finger) as 1 } : {}),
    ...(finger === 'T' ? { finger: 'T' as const } : {}),
    ...(pluck && /^[pima]$/.test(pluck) ? { picking: pluck as 'p' } : {}),
  };
}

function lyricOf(note: XmlNode): TuneMarks {
  const lyric = childrenOf(note, 'lyric')[0];
  const text = textOf(lyric, 'text')?.slice(0, 58);
  if (!text) return {};
  const goesOn = ['begin', 'middle'].includes(textOf(lyric, 'syllabic') ?? '');
  return { lyric: goesOn ? `${text}-` : text };
}

/** Reads what a note is marked with. */
export function readNote(note: XmlNode): WrittenPitch {
  const notations = childrenOf(note, 'notations');
  const technical = notations.flatMap((each) => childrenOf(each, 'technical'));
  const signs = [
    ...notations.flatMap(({ children }) => children),
    ...['technical', 'articulations', 'ornaments'].flatMap((name) =>
      notations.flatMap((each) => childrenOf(each, name)).flatMap(({ children }) => children),
    ),
  ];
  let marks: TuneMarks = {
    ...arrivalOf(notations, technical),
    ...bendOf(technical),
    ...fingersOf(technical),
    ...lyricOf(note),
  };
  const lost: string[] = [];
  for (const { name, attributes } of signs) {
    const found = simple[name];
    if (found)
      marks = { ...marks, ...found, ...(found.slide ? { slide: { ...marks.slide, ...found.slide } } : {}) };
    else if (name === 'arpeggiate')
      marks = { ...marks, stroke: attributes.direction === 'down' ? 'roll-back' : 'roll' };
    else if (!readElsewhere.has(name)) lost.push(name.replaceAll('-', ' '));
  }
  const tied = notations.flatMap((each) => childrenOf(each, 'tied'));
  if (tied.some(({ attributes }) => attributes.type === 'let-ring')) marks = { ...marks, ending: 'let-ring' };
  if (tied.some(isStop) || childrenOf(note, 'tie').some(isStop)) marks = { ...marks, tied: true };
  const head = find(note, 'notehead');
  if (head?.text === 'x') marks = { ...marks, dead: true };
  if (head?.attributes.parentheses === 'yes') marks = { ...marks, optional: true };
  if (textOf(note, 'play', 'mute') === 'palm') marks = { ...marks, ending: 'palm-damped' };
  for (const each of technical.flatMap((node) => childrenOf(node, 'other-technical'))) {
    const technique = techniqueNamed(each.text);
    if (technique) marks = { ...marks, ...definedOnly(withTechnique({ ...bare, ...marks }, technique)) };
    else {
      const known = withAmount(marks, each.text);
      if (known) marks = known;
      else lost.push(`“${each.text}”`);
    }
  }
  return { midi: pitchOf(note), place: placeOf(technical), marks, lost };
}

const bare: Note = { tick: 0, durationTicks: 1, string: 1, fret: 0, voice: 'melody' };

const definedOnly = (change: object): TuneMarks =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
