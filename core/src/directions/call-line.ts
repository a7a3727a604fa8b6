import { fretOf } from '../shapes/index.ts';
import { openMidi } from '../instrument/index.ts';
import {
  countAt,
  gripAt,
  inPlayingOrder,
  isPicked,
  placedNotes,
  type Bar,
  type Note,
  type Study,
  type Ticks,
} from '../score/index.ts';

/** What the teacher says for one moment. The verb is empty for a melody note off the beat: only its string is said. */
export interface CallEntry {
  /** From 1. */
  readonly bar: number;
  readonly tick: Ticks;
  readonly count: string;
  readonly voice: 'thumb' | 'melody' | 'both';
  readonly verb: CallVerb | '';
  readonly thumbStrings: readonly number[];
  readonly melodyStrings: readonly number[];
  /** "pinch 6+1", "thumb 4", "hammer 2", "1". */
  readonly text: string;
}

export type CallVerb =
  'pinch' | 'thumb' | 'walk' | 'slide' | 'hammer' | 'pull' | 'mute' | 'brush' | 'drag' | 'slap';

const verbOfArrival = { 'hammer-on': 'hammer', 'pull-off': 'pull', slide: 'slide' } as const;

/** The call line of a study: one entry an onset, nothing for tied notes. Bars from–to count from 1, inclusive. */
export function callLine(study: Study, fromBar = 1, toBar = study.bars.length): CallEntry[] {
  const walking = walkNotes(study);
  return study.bars.flatMap((bar, index) =>
    index + 1 < fromBar || index + 1 > toBar ? [] : callOfBar(bar, index, walking),
  );
}

function callOfBar(bar: Bar, index: number, walking: ReadonlySet<Note>): CallEntry[] {
  const said = bar.notes.filter((note) => !note.tied).sort(inPlayingOrder);
  const ticks = [...new Set(said.map(({ tick }) => tick))];
  return ticks.map((tick) => {
    const now = said.filter((note) => note.tick === tick);
    const thumb = now.filter((note) => note.voice === 'thumb');
    const melody = now.filter((note) => note.voice === 'melody');
    const verb = verbFor(thumb, melody, walking);
    const thumbStrings = thumb.map(({ string }) => string);
    const melodyStrings = melody.map(({ string }) => string);
    const digits = [...thumbStrings, ...melodyStrings].join('+');
    return {
      bar: index + 1,
      tick,
      count: countAt(bar.metre, tick),
      voice: thumb.length === 0 ? 'melody' : melody.length === 0 ? 'thumb' : 'both',
      verb,
      thumbStrings,
      melodyStrings,
      text: verb ? `${verb} ${digits}` : digits,
    };
  });
}

function verbFor(thumb: readonly Note[], melody: readonly Note[], walking: ReadonlySet<Note>): CallVerb | '' {
  const arrival = melody.find((note) => note.arrival)?.arrival;
  if (thumb.length > 0 && melody.some(isPicked)) return 'pinch';
  if (arrival) return verbOfArrival[arrival];
  if (thumb.length === 0) return melody.every((note) => note.dead) ? 'mute' : '';
  const thumbArrival = thumb.find((note) => note.arrival)?.arrival;
  if (thumbArrival) return verbOfArrival[thumbArrival];
  const stroke = thumb.find((note) => note.stroke)?.stroke;
  if (stroke) return stroke === 'brush-back' ? 'brush' : stroke;
  if (thumb.every((note) => note.dead)) return 'mute';
  return thumb.some((note) => walking.has(note)) ? 'walk' : 'thumb';
}

/** Thumb notes outside the grip held that lie a step or half step from their neighbour: a walk. */
function walkNotes(study: Study): Set<Note> {
  const thumb = placedNotes(study, 'thumb');
  const midi = ({ string, fret }: Note) => openMidi(study.tuning, string) + fret;
  return new Set(
    thumb.flatMap(({ bar, note }, index) => {
      const grip = gripAt(study, bar, note.tick);
      if (!grip || fretOf(grip.frets, note.string) === note.fret) return [];
      const neighbours = [thumb[index - 1], thumb[index + 1]].filter((each) => each !== undefined);
      const steps = neighbours.map((each) => Math.abs(midi(each.note) - midi(note)));
      return steps.some((step) => step === 1 || step === 2) ? [note] : [];
    }),
  );
}
