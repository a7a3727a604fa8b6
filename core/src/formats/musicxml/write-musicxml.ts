import { fail, ok, type Result } from '../../fault/index.ts';
import { realPitch, soundingShift, stringsLowToHigh } from '../../instrument/index.ts';
import { keyFifths, spellMidi, transposeKey, type Key } from '../../pitch/index.ts';
import {
  numberOfBar,
  barTicks,
  heardWholeMidi,
  placeOfFinding,
  type Bar,
  type Score,
  ticksPerQuarter,
  unfold,
  validateScore,
  type Voice,
} from '../../score/index.ts';
import { metreShown, showsMetre } from '../../engraving/index.ts';
import { Element } from '../xml/index.ts';
import { addHarmony } from './harmony.ts';
import { addLeftBarline, addRightBarline } from './barlines.ts';
import { addDynamics, addSection } from './directions.ts';
import { addGrace, addNote, addTriplet } from './notes.ts';
import { settingsField, settingsOf } from './settings.ts';
import { addValue } from './values.ts';
import { writtenEvents, type WrittenEvent } from './written-events.ts';

const prologue = `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">`;

/**
 * Writes a score as MusicXML 4.0 (W3C Music Notation Community Group, Final Community Group Report, 1 June 2021), partwise:
 * one part, one tab staff with tuning and capo; voice 1 is the melody, stems up, voice 2 the thumb, stems down. Pitches are
 * as heard: the capo raises the open strings, as the format defines its `capo` element; a guitar tuned away as a whole has
 * its real open strings. A concert pitch other than 440 has no place in the format. Swing is a `sound` swing element.
 * An order of performance is written out. Refuses a score in which a voice overflows its bar or overlaps itself: no file could say that.
 */
export function writeMusicXml(score: Score): Result<string> {
  const overflow = validateScore(score).find(({ code }) => timeFaults.includes(code));
  if (overflow) return fail(overflow.message, overflow.remedy, placeOfFinding(overflow));
  return ok(write(score.order ? unfold(score).score : score));
}

const timeFaults = ['bar-too-full', 'notes-overlap'];

function write(score: Score): string {
  const doc = new Element();
  const root = doc.ele('score-partwise', { version: '4.0' });
  root.ele('work').ele('work-title').txt(score.title);
  const identification = root.ele('identification');
  if (score.player) identification.ele('creator', { type: 'composer' }).txt(`after ${score.player}`);
  identification.ele('encoding').ele('software').txt('Jocund');
  identification
    .ele('miscellaneous')
    .ele('miscellaneous-field', { name: settingsField })
    .txt(JSON.stringify(settingsOf(score)));
  const scorePart = root.ele('part-list').ele('score-part', { id: 'P1' });
  scorePart.ele('part-name').txt('Guitar');
  scorePart
    .ele('score-instrument', { id: 'P1-I1' })
    .ele('instrument-name')
    .txt('Acoustic guitar, steel strings');
  scorePart.ele('midi-instrument', { id: 'P1-I1' }).ele('midi-program').txt('26');

  const part = root.ele('part', { id: 'P1' });
  const soundingKey = transposeKey(score.key, soundingShift(score));
  const voices = { melody: writtenEvents(score, 'melody'), thumb: writtenEvents(score, 'thumb') };
  score.bars.forEach((bar, index) => {
    const isPickup = bar.pickup === true;
    const number = numberOfBar(score, index);
    const measure = part.ele('measure', {
      number: String(number),
      ...(isPickup ? { implicit: 'yes' } : {}),
    });
    addLeftBarline(measure, score, index);
    addAttributes(measure, score, index, soundingKey);
    addSection(measure, bar);
    if (index === 0) addTempo(measure, score);
    else if (bar.tempoBpm !== undefined || bar.swingPercent !== undefined) addTempo(measure, bar);
    addDynamics(measure, bar);
    bar.grips.forEach((grip) => addHarmony(measure, score, grip));
    addVoice(measure, score, voices.melody[index] ?? [], 'melody', soundingKey);
    measure
      .ele('backup')
      .ele('duration')
      .txt(String(barTicks(bar.metre)));
    addVoice(measure, score, voices.thumb[index] ?? [], 'thumb', soundingKey);
    addRightBarline(measure, score, index);
  });
  return `${prologue}${doc.toXml()}\n`;
}

function addAttributes(measure: Element, score: Score, index: number, soundingKey: Key): void {
  if (!showsMetre(score.bars, index)) return;
  const metre = score.bars[index]?.metre ?? { beats: 4, unit: 4 };
  const attributes = measure.ele('attributes');
  if (index === 0) {
    attributes.ele('divisions').txt(String(ticksPerQuarter));
    const key = attributes.ele('key');
    key.ele('fifths').txt(String(keyFifths(soundingKey)));
    key.ele('mode').txt(soundingKey.mode);
  }
  const shown = metreShown(score.bars, index) ?? metre;
  const time = attributes.ele('time');
  time.ele('beats').txt(String(shown.beats));
  time.ele('beat-type').txt(String(shown.unit));
  if (index === 0) addStaff(attributes, score);
}

function addStaff(attributes: Element, score: Score): void {
  const clef = attributes.ele('clef');
  clef.ele('sign').txt('TAB');
  clef.ele('line').txt('5');
  const details = attributes.ele('staff-details');
  details.ele('staff-lines').txt('6');
  stringsLowToHigh.forEach((string, index) => {
    const open = realPitch(score.tuning, string);
    const tuning = details.ele('staff-tuning', { line: String(index + 1) });
    tuning.ele('tuning-step').txt(open.letter);
    if (open.alter !== 0) tuning.ele('tuning-alter').txt(String(open.alter));
    tuning.ele('tuning-octave').txt(String(open.octave));
  });
  if (score.capo > 0) details.ele('capo').txt(String(score.capo));
}

function addTempo(
  measure: Element,
  { tempoBpm, swingPercent }: Partial<Pick<Bar, 'tempoBpm' | 'swingPercent'>>,
): void {
  const direction = measure.ele('direction', { placement: 'above' });
  const type = direction.ele('direction-type');
  if (tempoBpm !== undefined) {
    const metronome = type.ele('metronome');
    metronome.ele('beat-unit').txt('quarter');
    metronome.ele('per-minute').txt(String(tempoBpm));
  } else type.ele('words').txt(swingPercent === 50 ? 'straight' : 'swing');
  const sound = direction.ele('sound', tempoBpm === undefined ? {} : { tempo: String(tempoBpm) });
  if (swingPercent === 50) sound.ele('swing').ele('straight');
  else if (swingPercent !== undefined) {
    const swing = sound.ele('swing');
    const [first, second] = swingRatio(swingPercent);
    swing.ele('first').txt(String(first));
    swing.ele('second').txt(String(second));
    swing.ele('swing-type').txt('eighth');
  }
}

/** Swing as two whole numbers in lowest terms: 62 % is 31:19. */
function swingRatio(percent: number): [number, number] {
  const first = Math.round(percent);
  const divisor = greatestCommonDivisor(first, 100 - first);
  return [first / divisor, (100 - first) / divisor];
}

const greatestCommonDivisor = (a: number, b: number): number =>
  b === 0 ? a : greatestCommonDivisor(b, a % b);

function addVoice(
  measure: Element,
  score: Score,
  events: readonly WrittenEvent[],
  voice: Voice,
  key: Key,
): void {
  const number = voice === 'melody' ? 1 : 2;
  for (const event of events) {
    if (event.notes.length === 0) addRest(measure, event, number);
    for (const grace of event.graces ?? [])
      addGrace(measure, grace, spellMidi(heardWholeMidi(score, grace), key), number);
    event.notes.forEach((written, index) =>
      addNote(measure, {
        event,
        written,
        inChord: index > 0,
        voice: number,
        pitch: spellMidi(heardWholeMidi(score, written.note), key),
      }),
    );
  }
}

/** A voice that does not play in a bar rests unseen, so that tab readers show no rests under the other voice. */
function addRest(measure: Element, { ticks, value, wholeBar, tuplet }: WrittenEvent, voice: number): void {
  const note = measure.ele('note', wholeBar ? { 'print-object': 'no' } : {});
  note.ele('rest', wholeBar ? { measure: 'yes' } : {});
  note.ele('duration').txt(String(ticks));
  note.ele('voice').txt(String(voice));
  if (wholeBar || !value) return;
  addValue(note, value);
  if (value.triplet) addTriplet(note);
  if (tuplet) note.ele('notations').ele('tuplet', { type: tuplet });
}
