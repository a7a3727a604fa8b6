import { Midi } from '@tonejs/midi';
import { describe, expect, test } from 'vitest';
import type { HeardNote } from '../../listening/index.ts';
import { valueOf } from '../../testing/value-of.ts';
import { readMidiTake, writeMidiTake } from './index.ts';

const notes: HeardNote[] = [
  { startS: 0.4031, endS: 0.9, midi: 40, velocity: 90, sureness: 1 },
  { startS: 0.4312, endS: 0.8, midi: 64, velocity: 70, sureness: 1 },
  { startS: 1.0177, endS: 1.5, midi: 40, velocity: 1, sureness: 1 },
];

describe('a take as MIDI', () => {
  test('comes back within half a millisecond, nothing set on a grid', () => {
    const read = valueOf(readMidiTake(writeMidiTake(notes)));
    expect(read.map(({ midi, velocity }) => [midi, velocity])).toEqual([
      [40, 90],
      [64, 70],
      [40, 1],
    ]);
    read.forEach((note, index) => {
      expect(Math.abs(note.startS - (notes[index]?.startS ?? 0))).toBeLessThan(0.0006);
      expect(Math.abs((note.endS ?? 0) - (notes[index]?.endS ?? 0))).toBeLessThan(0.0006);
    });
  });

  test('another reader hears the same times (@tonejs/midi 2.0.28)', () => {
    const [track] = new Midi(writeMidiTake(notes)).tracks;
    expect(track?.notes.map(({ midi }) => midi)).toEqual([40, 64, 40]);
    track?.notes.forEach(({ time }, index) => expect(time).toBeCloseTo(notes[index]?.startS ?? 0, 3));
  });

  test('tempos of the file are followed, drums are left out, as another writer wrote them (@tonejs/midi 2.0.28)', () => {
    const midi = new Midi();
    midi.header.setTempo(60);
    midi.header.tempos.push({ ticks: 960, bpm: 120 });
    const track = midi.addTrack();
    track.addNote({ midi: 50, ticks: 480, durationTicks: 240 });
    track.addNote({ midi: 52, ticks: 1440, durationTicks: 240 });
    const drums = midi.addTrack();
    drums.channel = 9;
    drums.addNote({ midi: 36, ticks: 0, durationTicks: 240 });
    const read = valueOf(readMidiTake(midi.toArray()));
    expect(read.map((note) => [note.midi, note.startS])).toEqual([
      [50, 1],
      [52, 2.5],
    ]);
  });

  test('what is no MIDI, or holds no notes, is refused', () => {
    expect(readMidiTake(new TextEncoder().encode('MThd and nothing'))).toMatchObject({ ok: false });
    expect(readMidiTake(writeMidiTake([]))).toMatchObject({ ok: false });
  });
});
