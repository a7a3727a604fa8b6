import type { Element } from '../xml/index.ts';
import type { Pitch } from '../../pitch/index.ts';
import { techniquesOf, type Note } from '../../score/index.ts';
import { amountWords } from './amounts.ts';
import { addValue } from './values.ts';
import type { WrittenEvent, WrittenNote } from './written-events.ts';

export interface NoteToWrite {
  readonly event: WrittenEvent;
  readonly written: WrittenNote;
  readonly inChord: boolean;
  readonly voice: number;
  readonly pitch: Pitch;
}

/** Adds a grace note, which takes no time. */
export function addGrace(measure: Element, note: Note, pitch: Pitch, voice: number): void {
  const element = measure.ele('note');
  element.ele('grace');
  addPitch(element, pitch);
  element.ele('voice').txt(String(voice));
  element.ele('type').txt('eighth');
  element.ele('stem').txt(voice === 1 ? 'up' : 'down');
  addTechnical(element.ele('notations'), note, undefined, undefined);
}

function addPitch(note: Element, { letter, alter, octave }: Pitch): void {
  const pitch = note.ele('pitch');
  pitch.ele('step').txt(letter);
  if (alter !== 0) pitch.ele('alter').txt(String(alter));
  pitch.ele('octave').txt(String(octave));
}

/** Adds a `note` element with its children in the order the schema asks for. */
export function addNote(measure: Element, { event, written, inChord, voice, pitch }: NoteToWrite): void {
  const note = measure.ele('note');
  if (inChord) note.ele('chord');
  addPitch(note, pitch);
  note.ele('duration').txt(String(event.ticks));
  if (written.tieStop) note.ele('tie', { type: 'stop' });
  if (written.tieStart) note.ele('tie', { type: 'start' });
  note.ele('voice').txt(String(voice));
  if (event.value) addValue(note, event.value);
  if (event.value?.triplet) addTriplet(note);
  note.ele('stem').txt(voice === 1 ? 'up' : 'down');
  const { dead, optional, lyric } = written.note;
  if (dead || optional)
    note.ele('notehead', optional ? { parentheses: 'yes' } : {}).txt(dead ? 'x' : 'normal');
  addNotations(note, written, inChord ? undefined : event.tuplet);
  if (lyric && !written.tieStop) addLyric(note, lyric);
  if (written.note.ending === 'palm-damped') note.ele('play').ele('mute').txt('palm');
}

/** A syllable whose word goes on ends in a hyphen. */
function addLyric(note: Element, lyric: string): void {
  const element = note.ele('lyric');
  element.ele('syllabic').txt(lyric.endsWith('-') ? 'begin' : 'single');
  element.ele('text').txt(lyric.replace(/-$/, ''));
}

/** Three in the time of two. */
export function addTriplet(note: Element): void {
  const modification = note.ele('time-modification');
  modification.ele('actual-notes').txt('3');
  modification.ele('normal-notes').txt('2');
}

function addNotations(
  noteElement: Element,
  { note, tieStart, tieStop, arrival, leadsTo }: WrittenNote,
  tuplet: WrittenEvent['tuplet'],
): void {
  const notations = noteElement.ele('notations');
  if (tieStop) notations.ele('tied', { type: 'stop' });
  if (tieStart) notations.ele('tied', { type: 'start' });
  if (note.ending === 'let-ring') notations.ele('tied', { type: 'let-ring' });
  if (tuplet) notations.ele('tuplet', { type: tuplet });
  if (arrival === 'slide')
    notations.ele('slide', { type: 'stop', number: slurNumber(note), 'line-type': 'solid' });
  if (leadsTo === 'slide')
    notations.ele('slide', { type: 'start', number: slurNumber(note), 'line-type': 'solid' });
  addTechnical(notations, note, arrival, leadsTo);
  if (tieStop) return;
  addArticulations(notations, note);
  if (note.ornament === 'mordent') notations.ele('ornaments').ele('inverted-mordent');
  if (note.fermata) notations.ele('fermata');
  if (note.stroke === 'roll' || note.stroke === 'roll-back')
    notations.ele('arpeggiate', { direction: note.stroke === 'roll' ? 'up' : 'down' });
}

function addArticulations(notations: Element, note: Note): void {
  const names = techniquesOf(note)
    .map(({ musicXml }) => musicXml)
    .filter((name) => name !== 'as-it-is' && name !== 'by-word');
  if (names.length === 0) return;
  const articulations = notations.ele('articulations');
  for (const name of names) articulations.ele(name);
}

function addBend(technical: Element, { bendCents, bendShape }: Note): void {
  if (bendCents === undefined) return;
  const bend = technical.ele('bend');
  bend.ele('bend-alter').txt(String(bendCents / 100));
  if (bendShape === 'pre-bend' || bendShape === 'pre-bend-release') bend.ele('pre-bend');
  if (bendShape === 'release' || bendShape === 'pre-bend-release') {
    const back = technical.ele('bend');
    back.ele('bend-alter').txt('0');
    back.ele('release');
  }
}

const labels = { 'hammer-on': 'H', 'pull-off': 'P' } as const;

function addTechnical(
  notations: Element,
  note: Note,
  arrival: Note['arrival'],
  leadsTo: Note['arrival'],
): void {
  const technical = notations.ele('technical');
  for (const [technique, type] of [
    [arrival, 'stop'],
    [leadsTo, 'start'],
  ] as const) {
    if (technique === 'hammer-on' || technique === 'pull-off') {
      technical
        .ele(technique, { type, number: slurNumber(note) })
        .txt(type === 'start' ? labels[technique] : '');
    }
  }
  addBend(technical, note);
  if (note.harmonic) technical.ele('harmonic').ele('natural');
  if (note.stroke === 'snap') technical.ele('snap-pizzicato');
  for (const { word, musicXml } of techniquesOf(note))
    if (musicXml === 'by-word') technical.ele('other-technical').txt(word);
  for (const amount of amountWords(note)) technical.ele('other-technical').txt(amount);
  if (note.finger) technical.ele('fingering').txt(String(note.finger));
  if (note.picking) technical.ele('pluck').txt(note.picking);
  technical.ele('string').txt(String(note.string));
  technical.ele('fret').txt(String(note.fret));
}

/** Techniques on different strings may cross in time; the string tells them apart. */
const slurNumber = (note: Note): string => String(note.string);
