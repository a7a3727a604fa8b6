import type { Element } from '../xml/index.ts';
import type { Pitch } from '../../pitch/index.ts';
import type { Note } from '../../score/index.ts';
import { addValue } from './values.ts';
import type { WrittenEvent, WrittenNote } from './written-events.ts';

export interface NoteToWrite {
  readonly event: WrittenEvent;
  readonly written: WrittenNote;
  readonly inChord: boolean;
  readonly voice: number;
  readonly pitch: Pitch;
}

/** Adds a `note` element with its children in the order the schema asks for. */
export function addNote(measure: Element, { event, written, inChord, voice, pitch }: NoteToWrite): void {
  const note = measure.ele('note');
  if (inChord) note.ele('chord');
  const pitchElement = note.ele('pitch');
  pitchElement.ele('step').txt(pitch.letter);
  if (pitch.alter !== 0) pitchElement.ele('alter').txt(String(pitch.alter));
  pitchElement.ele('octave').txt(String(pitch.octave));
  note.ele('duration').txt(String(event.ticks));
  if (written.tieStop) note.ele('tie', { type: 'stop' });
  if (written.tieStart) note.ele('tie', { type: 'start' });
  note.ele('voice').txt(String(voice));
  if (event.value) addValue(note, event.value);
  if (event.value?.triplet) addTriplet(note);
  note.ele('stem').txt(voice === 1 ? 'up' : 'down');
  if (written.note.dead) note.ele('notehead').txt('x');
  addNotations(note, written, inChord ? undefined : event.tuplet);
  if (written.note.ending === 'palm-damped') note.ele('play').ele('mute').txt('palm');
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
  if (note.ending === 'stopped' || note.accent) {
    const articulations = notations.ele('articulations');
    if (note.accent) articulations.ele('accent');
    if (note.ending === 'stopped') articulations.ele('staccato');
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
  if (note.finger) technical.ele('fingering').txt(String(note.finger));
  if (note.picking) technical.ele('pluck').txt(note.picking);
  technical.ele('string').txt(String(note.string));
  technical.ele('fret').txt(String(note.fret));
}

/** Techniques on different strings may cross in time; the string tells them apart. */
const slurNumber = (note: Note): string => String(note.string);
