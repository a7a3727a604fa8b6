import { writeMidiTake } from '@jocund/core/formats/midi';
import { writeWav } from '@jocund/core/formats/wav';
import { numberOfBar, type Score } from '@jocund/core/score';
import { layTimeline, renderStereo } from '@jocund/core/sound';
import { playAsStudent, type SimulatedTake, type StudentFaults } from '@jocund/core/stand-ins';
import {
  UsageError,
  decimalNumber,
  positional,
  wholeNumber,
  type Arguments,
  type Command,
} from '../command.ts';
import { finished } from '@jocund/core/steps';
import { readScoreFile, writeWhole } from '../files.ts';
import { barsNamed } from '../part-of-score.ts';

const sampleRate = 44_100;
const mostMs = 200;

/** `student`: a simulated student's take of a study, to try `take` on. */
export const student: Command = {
  name: 'student',
  summary: 'a simulated student plays a study with chosen faults (MIDI or WAV)',
  usage:
    'STUDY OUT.mid|OUT.wav [--bars A-B] [--tempo N] [--unsteady MS] [--rush MS] [--limp MS] [--split MS] [--missed SHARE] [--pulls SHARE] [--wrong SHARE] [--extra SHARE] [--stop SECONDS] [--seed N]',
  options: {
    bars: 'text',
    tempo: 'text',
    unsteady: 'text',
    rush: 'text',
    limp: 'text',
    split: 'text',
    missed: 'text',
    pulls: 'text',
    wrong: 'text',
    extra: 'text',
    stop: 'text',
    seed: 'text',
  },
  run: (args) => {
    const [study = '', out = ''] = positional(args, 'STUDY', 'OUT');
    const write = writers[out.slice(out.lastIndexOf('.')).toLowerCase()];
    if (!write) throw new UsageError(`OUT ends in .mid or .wav, not “${out}”`);
    const score = readScoreFile(study);
    const take = playAsStudent(score, faultsOf(score, args), wholeNumber(args, 'seed', 1, 0, 1e9));
    writeWhole(out, write(take));
    const putIn = take.putIn.map(({ kind, bar, midi, atS }) => ({
      kind,
      bar: numberOfBar(score, bar),
      midi,
      atS,
    }));
    return {
      json: { notes: take.notes.length, putIn },
      text: `${take.notes.length} notes played, ${putIn.length} faults put in: ${out}`,
    };
  },
};

const writers: Readonly<Record<string, (take: SimulatedTake) => Uint8Array>> = {
  '.mid': ({ notes }) => writeMidiTake(notes),
  '.wav': ({ sounds, durationS }) => {
    const timeline = { events: sounds, durationS, clicks: [], moments: [], bars: [] };
    return writeWav(finished(renderStereo(timeline, sampleRate)), sampleRate);
  },
};

function faultsOf(score: Score, args: Arguments): StudentFaults {
  const share = (option: string) => decimalNumber(args, option, 0, 0, 1);
  const ms = (option: string, fallback = 0) => decimalNumber(args, option, fallback, 0, mostMs);
  const bars = playedBars(score, args.text('bars'));
  const stopS = decimalNumber(args, 'stop', 0, 0, 30);
  const limpMs = ms('limp');
  return {
    bars,
    pace: score.tempoBpm / decimalNumber(args, 'tempo', score.tempoBpm, 20, 320),
    unsteadyMs: ms('unsteady', 5),
    rushMs: ms('rush'),
    splitMs: ms('split'),
    ...(limpMs > 0 ? { limp: { beat: 3, ms: limpMs } } : {}),
    missedShare: share('missed'),
    droppedSlursShare: share('pulls'),
    wrongStringShare: share('wrong'),
    extraShare: share('extra'),
    ...(stopS > 0 ? { stops: [{ before: Math.ceil((bars.first + bars.last) / 2), seconds: stopS }] } : {}),
  };
}

/** Where some bars of the score come first in the order played. */
function playedBars(
  score: Score,
  text: string | undefined,
): { readonly first: number; readonly last: number } {
  const { bars } = layTimeline(score);
  if (text === undefined) return { first: 0, last: bars.length - 1 };
  const asked = barsNamed(score, text);
  const first = bars.findIndex(({ bar }) => bar === asked.first);
  const last = bars.findIndex(({ bar }, at) => at >= first && bar === asked.last);
  return { first: Math.max(0, first), last: last < 0 ? bars.length - 1 : last };
}
