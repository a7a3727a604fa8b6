import { readWav } from '@jocund/core/formats/wav';
import {
  openMidi,
  parseTuning,
  standardTuning,
  stringNumbers,
  tuningTable,
  type Tuning,
} from '@jocund/core/instrument';
import { hearSteps, monoOf, noteSteps, type HeardNote } from '@jocund/core/listening';
import { finished } from '@jocund/core/steps';
import { likelyTunings, type LikelyTuning } from '@jocund/core/transcription';
import { orRefuse, positional, table, type Command } from '../command.ts';
import { readBytes } from '../files.ts';
import { installedNoteModel } from '../note-model.ts';

/** A study seldom goes further up the neck. */
const highestFret = 15;

/** `listen`: pitch, tempo, swing and likely notes of a recording. */
export const listen: Command = {
  name: 'listen',
  summary: 'pitch against A 440, tempo, swing and likely notes of a recording',
  usage: 'FILE.wav [--tuning TUNING]',
  options: { tuning: 'text' },
  run: async (args) => {
    const [file = ''] = positional(args, 'FILE.wav');
    const named = args.text('tuning');
    const tuning = named === undefined ? standardTuning : orRefuse(parseTuning(named));
    const samples = monoOf(orRefuse(readWav(readBytes(file, 'recording')), file));
    const heard = finished(hearSteps(samples));
    const { reference, pulse } = heard;
    const listener = await installedNoteModel();
    const notes = finished(noteSteps(samples, heard, { pitches: pitchesOf(tuning), listener }));
    const answer = {
      referenceCents: reference && rounded(reference.cents, 1),
      agreement: reference && rounded(reference.agreement, 2),
      tempoBpm: pulse && rounded(pulse.tempoBpm, 1),
      tempoAlternatives: pulse?.alternatives.map((bpm) => rounded(bpm, 1)) ?? [],
      swing: pulse?.swing == null ? null : rounded(pulse.swing, 2),
      beats: pulse?.beats.map((at) => rounded(at, 2)) ?? [],
      likelyTunings: likelyTunings(notes, tuningTable).slice(0, 3).map(tuningOf),
      notes: notes.map((note) => noteOf(note, tuning)),
    };
    return { json: answer, text: textOf(answer) };
  },
};

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

function pitchesOf(tuning: Tuning): number[] {
  const open = stringNumbers.map((string) => openMidi(tuning, string));
  const [lowest, highest] = [Math.min(...open), Math.max(...open) + highestFret];
  return Array.from({ length: highest - lowest + 1 }, (_, index) => lowest + index);
}

const tuningOf = ({ tuning, shift }: LikelyTuning) => ({
  name: tuning.name,
  capo: Math.max(0, shift),
  wholeSemitones: Math.min(0, shift),
});

const noteOf = ({ startS, endS, midi, sureness }: HeardNote, tuning: Tuning) => ({
  onsetS: rounded(startS, 3),
  durationS: rounded((endS ?? startS) - startS, 2),
  midi,
  confidence: rounded(sureness, 2),
  candidates: stringNumbers
    .map((string) => ({ string, fret: midi - openMidi(tuning, string) }))
    .filter(({ fret }) => fret >= 0 && fret <= highestFret)
    .sort((a, b) => a.fret - b.fret),
});

const tuningWords = ({ name, capo, wholeSemitones }: ReturnType<typeof tuningOf>): string =>
  `${name}${capo > 0 ? `, capo ${capo}` : ''}${wholeSemitones < 0 ? `, ${-wholeSemitones} down` : ''}`;

function textOf({
  referenceCents,
  tempoBpm,
  tempoAlternatives,
  swing,
  likelyTunings: tunings,
  notes,
}: {
  readonly referenceCents: number | null;
  readonly tempoBpm: number | null;
  readonly tempoAlternatives: readonly number[];
  readonly swing: number | null;
  readonly likelyTunings: readonly ReturnType<typeof tuningOf>[];
  readonly notes: readonly ReturnType<typeof noteOf>[];
}): string {
  if (referenceCents === null) return 'The recording is silent.';
  const way = referenceCents < 0 ? 'flat' : 'sharp';
  const lines = [
    `${Math.abs(referenceCents)} cents ${way} of the nearest half steps at A 440`,
    tempoBpm === null ? 'too few onsets for a tempo' : `♩ ${tempoBpm}, or ${tempoAlternatives.join(', ')}`,
    swing === null ? 'nothing between the beats' : `swing ${swing} : 1`,
    `likely tunings: ${tunings.map(tuningWords).join('; ') || 'none'}`,
    'Likely notes; those of partials are among them:',
  ];
  const rows = notes.map(({ onsetS, midi, confidence, candidates }) => [
    `${onsetS.toFixed(2)} s`,
    `MIDI ${midi}`,
    candidates.map(({ string, fret }) => `${string}/${fret}`).join(' '),
    confidence,
  ]);
  return `${lines.join('\n')}\n${table(rows)}`;
}
