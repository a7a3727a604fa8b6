import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeMidiTake } from '@jocund/core/formats/midi';
import { readWav } from '@jocund/core/formats/wav';
import { monoOf } from '@jocund/core/listening';
import { capture } from '../run.mjs';

const soundfont = '/usr/share/sounds/sf2/FluidR3_GM.sf2';

/**
 * A take as a synthesiser plays it that shares nothing with this project: fluidsynth with the General MIDI soundfont, both from Debian. `program` 24 is nylon, 25 steel.
 * One channel at the listening rate.
 * @param {readonly import('@jocund/core/listening').HeardNote[]} notes
 * @param {{ program: number, isWet: boolean }} guitar
 */
export function synthesised(notes, { program, isWet }) {
  const folder = mkdtempSync(join(tmpdir(), 'jocund-ear-'));
  try {
    const [midi, wav] = [join(folder, 'take.mid'), join(folder, 'take.wav')];
    writeFileSync(midi, writeMidiTake(notes, program));
    const effects = ['-R', isWet ? '1' : '0', '-C', '0', '-g', '0.6'];
    const done = capture('fluidsynth', ['-ni', '-q', ...effects, '-r', '44100', '-F', wav, soundfont, midi]);
    if (done.status !== 0) throw new Error(`fluidsynth: ${done.stderr}`);
    const recording = readWav(new Uint8Array(readFileSync(wav)));
    if (!recording.ok) throw new Error(recording.fault.reason);
    return monoOf(recording.value);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
