import type { NewBundle } from '@jocund/contract';
import { describeFault } from '@jocund/core/fault';
import { fingerScore, placedFingers } from '@jocund/core/fingering';
import { writeMidi } from '@jocund/core/formats/midi';
import { writeMusicXml } from '@jocund/core/formats/musicxml';
import { writeMonoWav } from '@jocund/core/formats/wav';
import type { Score, Voice } from '@jocund/core/score';
import { layTimeline, renderVoice } from '@jocund/core/sound';
import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { printSheet } from '../sheets/print-sheet.ts';
import { safeName } from './file-names.ts';

/** How the making of a bundle is followed. */
export interface Packing {
  /** Takes the next bytes of the zip. */
  readonly write: (bytes: Uint8Array) => void;
  /** A file is begun: how many are made, and which it is. Resolves when what was written is safe. */
  readonly tell: (filesDone: number, now: string) => Promise<void>;
}

/** Half the rate of compact discs, one channel: enough for a guitar, and a quarter of the size. */
const sampleRate = 22_050;

/** Slow is this share of the tempo (common practice: slow enough to think). */
const slowShare = 0.6;

/** Dates in a zip begin in 1980: the same studies give the same bytes. */
const noDate = new Date('1980-01-02T00:00:00Z');

interface PackedFile {
  readonly name: string;
  /** Sound hardly packs: it is stored as it is. */
  readonly isSound: boolean;
  readonly make: () => Uint8Array | Promise<Uint8Array>;
}

type Study = NewBundle['studies'][number];

/** How many files a bundle has. */
export const filesOf = (bundle: Pick<NewBundle, 'studies' | 'sound'>): number =>
  bundle.studies.reduce((sum, { score }) => sum + 3 + (bundle.sound ? soundsOf(score).length : 0), 0);

/** Packs studies into a zip: a folder for each with its sheet, MusicXML and MIDI, and its sound where that is wanted. Throws a sentence where a study cannot be written. */
export async function makeBundle(bundle: NewBundle, { write, tell }: Packing): Promise<void> {
  const zip = new Zip((error, bytes) => {
    if (error) throw error;
    write(bytes);
  });
  let done = 0;
  for (const [index, study] of bundle.studies.entries()) {
    const folder = safeName(bundle.studies.length > 1 ? `${index + 1} ${study.name}` : study.name);
    for (const { name, isSound, make } of filesOfStudy(study, bundle)) {
      await tell(done, `${study.name}: ${name}`);
      const bytes = await make();
      const file = isSound ? new ZipPassThrough(`${folder}/${name}`) : new ZipDeflate(`${folder}/${name}`);
      file.mtime = noDate;
      zip.add(file);
      file.push(bytes, true);
      done += 1;
    }
  }
  zip.end();
  await tell(done, '');
}

function* filesOfStudy({ score, grade }: Study, { look, hand, sound }: NewBundle): Generator<PackedFile> {
  yield {
    name: 'sheet.pdf',
    isSound: false,
    make: () => {
      const fingers = placedFingers(fingerScore(score, { hand }));
      return printSheet({ score, grade, fingers }, look);
    },
  };
  yield {
    name: 'notes.musicxml',
    isSound: false,
    make: () => {
      const xml = writeMusicXml(score);
      if (!xml.ok) throw new Error(describeFault(xml.fault));
      return strToU8(xml.value);
    },
  };
  yield { name: 'notes.mid', isSound: false, make: () => writeMidi(score, { swing: 'applied' }) };
  if (!sound) return;
  for (const { name, voices, share } of soundsOf(score))
    yield { name, isSound: true, make: () => soundFile(score, voices, share) };
}

interface Sounded {
  readonly name: string;
  readonly voices: readonly Voice[];
  /** Of the tempo. */
  readonly share: number;
}

/** A voice alone is not made where there is no other. */
function soundsOf({ bars }: Score): Sounded[] {
  const voices = (['thumb', 'melody'] as const).filter((voice) =>
    bars.some(({ notes }) => notes.some((note) => note.voice === voice)),
  );
  if (voices.length === 0) return [];
  const names = { thumb: 'thumb alone.wav', melody: 'tune alone.wav' } as const;
  return [
    { name: 'slow.wav', voices, share: slowShare },
    { name: 'full tempo.wav', voices, share: 1 },
    ...(voices.length > 1 ? voices.map((voice) => ({ name: names[voice], voices: [voice], share: 1 })) : []),
  ];
}

function soundFile(score: Score, voices: readonly Voice[], share: number): Uint8Array {
  const timeline = layTimeline(share === 1 ? score : slowed(score, share));
  const sides = voices.map((voice) => finish(renderVoice(timeline, voice, sampleRate)));
  const [first = new Float32Array()] = sides;
  const level = sides.length > 1 ? Math.SQRT1_2 : 1;
  return writeMonoWav(
    first.map((_, at) => sides.reduce((sum, side) => sum + (side[at] ?? 0) * level, 0)),
    sampleRate,
  );
}

/** Every tempo of a score at a share of itself. */
const slowed = (score: Score, share: number): Score => ({
  ...score,
  tempoBpm: score.tempoBpm * share,
  bars: score.bars.map((bar) =>
    bar.tempoBpm === undefined ? bar : { ...bar, tempoBpm: bar.tempoBpm * share },
  ),
});

function finish<T>(steps: Generator<unknown, T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
