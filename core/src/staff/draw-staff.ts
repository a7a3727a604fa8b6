import {
  Accidental,
  Beam,
  Dot,
  GraceNote,
  GraceNoteGroup,
  ModifierContext,
  Stave,
  StaveNote,
  StaveTie,
  Stem as StemDirection,
  TickContext,
  Tuplet,
} from 'vexflow/core';
import {
  beamGroups,
  drawBarLines,
  metreShown,
  restsOf,
  signatureRoom,
  splitDuration,
  stemsOf,
  tripletRuns,
  type BarFrame,
  type NoteValue,
  type Stem,
  type StaffDrawer,
} from '../engraving/index.ts';
import { pitchText } from '../pitch/index.ts';
import { barTicks, type Note, type Score, type Ticks, type Voice } from '../score/index.ts';
import { measureFromOutlines } from './measuring.ts';
import { ShapeContext } from './shape-context.ts';
import { createAccidentals, spelled, staffStep } from './spelled.ts';
import { drawClefAndKey, drawLines, drawStaffMetre, space, staffLines } from './staff-head.ts';

measureFromOutlines();

/** The engraver's own distance between two lines, in its px. */
const engravedSpace = 10;
const scale = space / engravedSpace;
/** What an engraver keeps free above the highest line of a stave, in its px. */
const roomAbove = 40;

const inks: Readonly<Record<Voice, 'ink1' | 'ink2'>> = { thumb: 'ink1', melody: 'ink2' };
const directions: Readonly<Record<Voice, number>> = { thumb: StemDirection.DOWN, melody: StemDirection.UP };
const lengths: Readonly<Record<NoteValue['name'], string>> = {
  whole: 'w',
  half: 'h',
  quarter: 'q',
  eighth: '8',
  '16th': '16',
  '32nd': '32',
};

/** A note or rest of one voice as it is engraved. */
interface Engraved {
  readonly tick: Ticks;
  readonly value: NoteValue;
  readonly voice: Voice;
  /** Empty for a rest; lowest first. */
  readonly notes: readonly Note[];
  readonly staveNote: StaveNote;
  /** The stem it belongs to, where it is the first or only value of it. */
  readonly stem: Stem | undefined;
}

/**
 * Draws a system in standard notation, both voices on one staff over the same moments as the tab: melody stems up, thumb stems
 * down. Notes, rests, beams, triplets and ties are engraved by vexflow; where they stand is the sheet's affair.
 */
export const drawStaff: StaffDrawer = (score, frames) => {
  const [first, last] = [frames[0], frames.at(-1)];
  if (!first || !last) return [];
  const top = first.rows.staffTop;
  const context = new ShapeContext(scale);
  const stave = new Stave(0, top / scale - roomAbove, last.right / scale, {
    leftBar: false,
    rightBar: false,
  });
  stave.setContext(context);
  const bars = frames.map((frame) => engraveBar(score, frame, stave));
  for (const { items, beams, tuplets } of bars) {
    for (const { staveNote } of items) staveNote.setContext(context).draw();
    for (const beam of beams) beam.setContext(context).drawWithStyle();
    for (const tuplet of tuplets) tuplet.setContext(context).drawWithStyle();
  }
  for (const tie of tiesOf(bars.map(({ items }) => items))) tie.setContext(context).drawWithStyle();
  return [
    ...drawLines(top, last.right),
    ...drawClefAndKey(score, top),
    ...frames.flatMap((bar, position) => {
      // The signature stands before what the system's first bar begins with.
      const room = position === 0 ? signatureRoom(score.key) : 0;
      const frame = { ...bar, left: bar.left + room };
      const metre = frame.layout.showsMetre ? metreShown(score.bars, frame.index) : undefined;
      return [
        ...drawBarLines(
          frame,
          {
            isFirstOfSystem: position === 0,
            isLastOfSystem: position === frames.length - 1,
            isLastOfScore: frame.index === score.bars.length - 1,
            next: score.bars[frame.index + 1],
          },
          staffLines(top),
        ),
        ...(metre ? drawStaffMetre(metre, frame, top) : []),
      ];
    }),
    ...context.shapes,
  ];
};

function engraveBar(score: Score, frame: BarFrame, stave: Stave) {
  const accidentals = createAccidentals(score.key);
  const items = (['melody', 'thumb'] as const)
    .flatMap((voice) => itemsOf(score, frame, voice))
    .sort((a, b) => a.tick - b.tick || (a.voice === 'thumb' ? 1 : -1));
  for (const tick of new Set(items.map((item) => item.tick))) {
    const together = items.filter((item) => item.tick === tick);
    for (const item of [...together].reverse())
      item.notes.forEach((note, index) => {
        const accidental = accidentals(spelled(score, note));
        if (accidental && !note.tied) item.staveNote.addModifier(new Accidental(accidental), index);
      });
    place(together, frame.x(tick) / scale, stave);
  }
  return { items, beams: beamsOf(frame, items), tuplets: tupletsOf(items) };
}

/** Sets what begins together on its moment, and what it carries beside one another. */
function place(together: readonly Engraved[], x: number, stave: Stave): void {
  const modifiers = new ModifierContext();
  const moment = new TickContext();
  for (const { staveNote } of together) {
    staveNote.setStave(stave);
    staveNote.addToModifierContext(modifiers);
    moment.addTickable(staveNote);
  }
  modifiers.preFormat();
  moment.preFormat();
  const [first] = together;
  if (!first) return;
  moment.setX(0);
  const half = first.staveNote.getGlyphWidth() / 2;
  moment.setX(x - half - first.staveNote.getAbsoluteX());
}

function itemsOf(score: Score, { bar }: BarFrame, voice: Voice): Engraved[] {
  const stems = stemsOf(bar, voice).flatMap((stem): Engraved[] => {
    const graces = stem.notes.filter(({ grace }) => grace);
    const plain = stem.notes.filter(({ grace }) => !grace);
    const sounding = plain.length > 0 ? plain : stem.notes;
    const { values } = splitDuration(Math.max(1, sounding[0]?.durationTicks ?? 1));
    let { tick } = stem;
    return values.map((value, index) => {
      const notes = [...sounding].sort((a, b) => staffStep(spelled(score, a)) - staffStep(spelled(score, b)));
      const item = engraveNotes(score, voice, tick, value, notes, index === 0 ? stem : undefined);
      if (index === 0 && plain.length > 0 && graces.length > 0)
        item.staveNote.addModifier(new GraceNoteGroup([graceOf(score, graces)], false));
      tick += value.ticks;
      return item;
    });
  });
  const rests = restsOf(bar, voice).map(({ tick, value }) => engraveRest(voice, tick, value));
  const silent = bar.notes.length === 0 && voice === 'melody';
  return [...stems, ...rests, ...(silent ? [wholeBarRest(barTicks(bar.metre))] : [])];
}

function engraveNotes(
  score: Score,
  voice: Voice,
  tick: Ticks,
  value: NoteValue,
  notes: readonly Note[],
  stem: Stem | undefined,
): Engraved {
  const staveNote = new StaveNote({
    keys: notes.map((note) => keyOf(score, note)),
    duration: lengths[value.name],
    dots: value.dots,
    stemDirection: directions[voice],
    clef: 'treble',
  });
  return finish({ tick, value, voice, notes, staveNote, stem });
}

/** "f#/5", and an x for a head without pitch. */
function keyOf(score: Score, note: Note): string {
  const pitch = spelled(score, note);
  const name = pitchText({ ...pitch, octave: 0 })
    .slice(0, -1)
    .toLowerCase();
  return `${name}/${pitch.octave}${note.dead ? '/x2' : note.harmonic ? '/d2' : ''}`;
}

const graceOf = (score: Score, graces: readonly Note[]): GraceNote =>
  new GraceNote({ keys: graces.map((note) => keyOf(score, note)), duration: '8', slash: true });

/** Rests of the voices keep out of each other's way: the melody's above the middle line, the thumb's below. */
const restKeys: Readonly<Record<Voice, string>> = { melody: 'd/5', thumb: 'g/4' };

const engraveRest = (voice: Voice, tick: Ticks, value: NoteValue): Engraved =>
  finish({
    tick,
    value,
    voice,
    notes: [],
    stem: undefined,
    staveNote: new StaveNote({
      keys: [restKeys[voice]],
      duration: `${lengths[value.name]}r`,
      dots: value.dots,
    }),
  });

const wholeBarRest = (ticks: Ticks): Engraved =>
  finish({
    tick: Math.round(ticks / 2),
    value: { name: 'whole', dots: 0, triplet: false, ticks },
    voice: 'thumb',
    notes: [],
    stem: undefined,
    staveNote: new StaveNote({ keys: ['d/5'], duration: 'wr' }),
  });

function finish(item: Engraved): Engraved {
  const ink = inks[item.voice];
  const style = { fillStyle: ink, strokeStyle: ink };
  const { staveNote } = item;
  staveNote.setStyle(style);
  staveNote.setStemStyle(style);
  staveNote.setFlagStyle(style);
  staveNote.setLedgerLineStyle({ strokeStyle: ink, lineWidth: 1.2 });
  if (item.value.dots > 0) Dot.buildAndAttach([item.staveNote], { all: true });
  return item;
}

function beamsOf({ bar }: BarFrame, items: readonly Engraved[]): Beam[] {
  return (['melody', 'thumb'] as const).flatMap((voice) =>
    beamGroups(bar, stemsOf(bar, voice)).flatMap((group) => {
      const notes = group.flatMap((stem) =>
        items.filter((item) => item.voice === voice && item.stem?.tick === stem.tick && stem.flags > 0),
      );
      if (notes.length < 2) return [];
      const beam = new Beam(notes.map(({ staveNote }) => staveNote));
      beam.setStyle({ fillStyle: inks[voice], strokeStyle: inks[voice] });
      return [beam];
    }),
  );
}

/** A bracket over each run of triplet values. */
function tupletsOf(items: readonly Engraved[]): Tuplet[] {
  return (['melody', 'thumb'] as const).flatMap((voice) => {
    const runs = tripletRuns(items.filter((each) => each.voice === voice));
    return runs.map((run) => {
      const tuplet = new Tuplet(
        run.map(({ staveNote }) => staveNote),
        {
          numNotes: 3,
          notesOccupied: 2,
          location: voice === 'melody' ? Tuplet.LOCATION_TOP : Tuplet.LOCATION_BOTTOM,
        },
      );
      tuplet.setStyle({ fillStyle: inks[voice], strokeStyle: inks[voice] });
      return tuplet;
    });
  });
}

/** Ties within the system, and half ties where one comes from the system before. */
function tiesOf(bars: readonly (readonly Engraved[])[]): StaveTie[] {
  return (['melody', 'thumb'] as const).flatMap((voice) => {
    const items = bars.flat().filter((item) => item.voice === voice && item.notes.length > 0);
    return items.flatMap((item, index) =>
      item.notes.flatMap((note, position): StaveTie[] => {
        const before = items[index - 1];
        const isSplit = item.stem === undefined;
        if (!isSplit && !note.tied) return [];
        const from =
          before?.notes.findIndex(({ string, fret }) => string === note.string && fret === note.fret) ?? -1;
        if (before && from < 0) return [];
        const tie = new StaveTie({
          ...(before
            ? { firstNote: before.staveNote, firstIndexes: [from] }
            : { firstNote: null, firstIndexes: [position] }),
          lastNote: item.staveNote,
          lastIndexes: [position],
        });
        tie.setDirection(directions[voice] === StemDirection.UP ? -1 : 1);
        tie.setStyle({ fillStyle: inks[voice], strokeStyle: inks[voice] });
        return [tie];
      }),
    );
  });
}
