import { noteAt } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server, unfold } from '../../testing/bench-room.tsx';
import { useBench } from '../bench-context.tsx';
import { NoteUnderCursor } from './note-under-cursor.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function Part() {
  const { score, cursor } = useBench();
  return (
    <NoteUnderCursor
      note={noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, 'melody')}
      voice="melody"
    />
  );
}
const open = (bar: string, capo = 0) => benchRoom(written([bar], { capo }), <Part />);
const first = (room: ReturnType<typeof open>) => room.store.getScore().bars[0]!.notes[0]!;

test('a note is named as written and as heard, with its length', () => {
  open('m1:3@1/1.5', 2);
  expect(screen.getByText('String 1, fret 3')).toBeDefined();
  expect(screen.getByText('G4')).toBeDefined();
  expect(screen.getByText(/sounds A4 · dotted quarter/)).toBeDefined();
});

test('a mark goes on and off at its button', () => {
  const bench = open('m1:3@1/1');
  press(/let ring/);
  expect(first(bench).ending).toBe('let-ring');
  press(/let ring/);
  expect(first(bench).ending).toBeUndefined();
  unfold('More marks');
  press(/slide in from below/);
  expect(first(bench).slide).toEqual({ from: 'below' });
});

test('amounts of a bend, a slide and a turn can be set', () => {
  const bench = open('m1:5@1/1b');
  fireEvent.keyDown(screen.getByLabelText('Bend, in cents'), { key: 'PageUp' });
  expect(first(bench).bendCents).toBe(150);
  act(() =>
    bench.store.edit((score) => ({
      ...score,
      bars: score.bars.map((bar) => ({
        ...bar,
        notes: bar.notes.map((note) => ({
          ...note,
          slide: { from: 'below' as const },
          ornament: 'mordent' as const,
          bottleneck: {},
        })),
      })),
    })),
  );
  fireEvent.keyDown(screen.getByLabelText('Slide begins at fret'), { key: 'ArrowDown' });
  expect(first(bench).slide?.approachFret).toBe(2);
  fireEvent.keyDown(screen.getByLabelText('Slide under way, 16ths'), { key: 'ArrowUp' });
  expect(first(bench).slide?.overTicks).toBe(480);
  fireEvent.keyDown(screen.getByLabelText('Glass leans, degrees'), { key: 'ArrowUp' });
  expect(first(bench).bottleneck?.angleDegrees).toBe(5);
  fireEvent.keyDown(screen.getByLabelText('Turn, in frets'), { key: 'ArrowUp' });
  expect(first(bench).ornamentFrets).toBe(3);
});

test('an empty place offers what the grip has there', () => {
  const { notes, bench } = open('[x32010] t5:3@1/1');
  act(() => bench().setCursor({ bar: 0, tick: 0, string: 2 }));
  expect(screen.getByText('This place is empty')).toBeDefined();
  press(/the grip has fret 1 here/);
  expect(notes()).toContain('2:1@0');
});
