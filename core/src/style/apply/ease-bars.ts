import { fingerScore, type Fingering, type FingeringOptions } from '../../fingering/index.ts';
import { barChords } from '../../form/index.ts';
import type { Hand } from '../../hands/index.ts';
import { openMidi } from '../../instrument/index.ts';
import { modulo } from '../../pitch/index.ts';
import { gripAt, type Bar, type GripFrets, type PlacedGrip, type Score } from '../../score/index.ts';
import { chordClasses, findGrips, parseChord, type Chord } from '../../shapes/index.ts';
import { applyThumb } from '../../thumb/index.ts';
import { openBassOnly } from './open-bass.ts';
import { strongBassOnly, tuneAloneIn } from './strong-bass.ts';

/** So many grips of a chord are tried under a tune that the first leaves no finger for. */
const gripsTried = 6;
/** The tune is looked for up to this fret. */
const highestFret = 12;

export const isHard = (bar: Bar, { notes }: Fingering): boolean =>
  bar.notes.some((note) => notes.get(note)?.isUnplayed);

/**
 * Bars in which no finger is free for a note, with another grip of the same chord that leaves one, the tune laid anew over it; where none does, with the bass on strong beats only, then on open strings, a drone, and at last with the tune alone. Bars that stay hard stay as they are.
 */
export function easeBars(score: Score, fingering: Fingering, hand: Hand): Score {
  const hard = score.bars.flatMap((bar, index) => (isHard(bar, fingering) ? [index] : []));
  return hard.reduce((now, index) => withEased(now, index, hand), score);
}

function withEased(score: Score, index: number, hand: Hand): Score {
  const eased = easedBar(score, index, hand);
  if (!eased) return score;
  // A grip held on from here goes back to what it was.
  const next = score.bars[index + 1];
  const carried =
    next && !next.grips.some(({ tick }) => tick === 0) ? gripAt(score, index + 1, 0) : undefined;
  return {
    ...score,
    bars: score.bars.map((bar, place) =>
      place === index
        ? eased
        : place === index + 1 && carried
          ? { ...bar, grips: [{ ...carried, tick: 0 }, ...bar.grips] }
          : bar,
    ),
  };
}

const whole = (bar: Bar): Bar => bar;

function easedBar(score: Score, index: number, hand: Hand): Bar | undefined {
  const bar = score.bars[index];
  if (!bar) return undefined;
  const found = otherGrips(score, index, foundGrips(score, hand));
  const open = otherGrips(score, index, openGrip(score));
  const tiers = [
    { choices: found, bass: whole },
    { choices: open, bass: whole },
    { choices: [...found, ...open], bass: strongBassOnly },
    { choices: found.slice(0, 1), bass: (laid: Bar) => openBassOnly(score, laid, index) },
    { choices: found.slice(0, 1), bass: tuneAloneIn },
  ];
  for (const { choices, bass } of tiers) {
    const ways = choices.flatMap((grips) => {
      const laid = laidAlone(score, { ...bar, grips }, hand, bass);
      return laid ? [laid] : [];
    });
    const [best] = ways.sort((a, b) => a.costMm - b.costMm);
    if (best) return best.bar;
  }
  return undefined;
}

/** The bar's grips, each of them at a time in another form. */
function otherGrips(
  score: Score,
  index: number,
  formsOf: (chord: Chord) => readonly GripFrets[],
): PlacedGrip[][] {
  const held = barChords(score, index).flatMap(({ tick, name }) => {
    const grip = gripAt(score, index, tick);
    return grip ? [{ grip: { ...grip, tick }, name }] : [];
  });
  const asHeld = held.map(({ grip }) => grip);
  return [
    asHeld,
    ...held.flatMap(({ name }, place) => {
      const chord = name === undefined ? undefined : parseChord(name);
      if (!chord?.ok) return [];
      return formsOf(chord.value).map((frets) =>
        asHeld.map((grip, each) =>
          each === place
            ? { tick: grip.tick, frets: [...frets], ...(name ? { functionName: name } : {}) }
            : grip,
        ),
      );
    }),
  ];
}

const foundGrips =
  ({ tuning, capo, scaleMm, fretCount }: Score, hand: Hand) =>
  (chord: Chord): GripFrets[] =>
    findGrips(chord, { instrument: { tuning, capo, scaleMm, fretCount }, hand, limit: gripsTried }).map(
      ({ frets }) => [...frets],
    );

/** Only the open strings that are in the chord, if a bass string is among them: a drone under a tune up the neck (common practice in open tunings). */
const openGrip =
  ({ tuning }: Score) =>
  (chord: Chord): GripFrets[] => {
    const tones = chordClasses(chord);
    const frets = strings.map((string) => (tones.has(modulo(openMidi(tuning, string), 12)) ? 0 : null));
    return frets.slice(0, bassStrings).includes(0) ? [frets] : [];
  };

const strings = [6, 5, 4, 3, 2, 1] as const;
const bassStrings = 3;

/** The bar by itself, its thumb and its tune laid anew; undefined where no finger is free for a note. */
function laidAlone(
  score: Score,
  bar: Bar,
  hand: Hand,
  withBass: (bar: Bar) => Bar,
): { readonly bar: Bar; readonly costMm: number } | undefined {
  const { section: _, ...alone } = bar;
  const [laid] = applyThumb({ ...score, bars: [alone] }).bars;
  if (!laid) return undefined;
  const thin = withBass(laid);
  const options: FingeringOptions = {
    hand,
    highestOpenFret: highestFret,
    isOpen: ({ note }) => note.voice === 'melody',
  };
  const fingering = fingerScore({ ...score, bars: [thin] }, options);
  if (isHard(thin, fingering)) return undefined;
  const notes = thin.notes.map((note) => {
    const found = fingering.notes.get(note);
    return found ? { ...note, string: found.string, fret: found.fret } : note;
  });
  return {
    bar: { ...bar, ...thin, ...(bar.section ? { section: bar.section } : {}), notes },
    costMm: fingering.costMm,
  };
}
