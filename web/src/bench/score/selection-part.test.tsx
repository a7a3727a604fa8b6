import { written } from '@jocund/core/testing/written';
import { act, cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { SelectionPart } from './selection-part.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const piece = written(['m1:0@1 m1:3@1.5 m1:5@2', 'm1:9@1', 't6:3@1']);
const open = (voice: 'thumb' | 'melody' = 'melody') => {
  const room = benchRoom(piece, <SelectionPart voice={voice} />);
  const go = (bar: number, tick: number) => act(() => room.bench().setCursor({ bar, tick, string: 1 }));
  const write = (fret: number) =>
    act(() =>
      room.bench().edit((score) => ({
        ...score,
        bars: score.bars.with(0, {
          ...score.bars[0]!,
          notes: score.bars[0]!.notes.map((note) => (note.tick === 480 ? { ...note, fret } : note)),
        }),
      })),
    );
  return { ...room, go, write };
};
const copyFirstTwoBeats = ({ go, bench }: ReturnType<typeof open>) => {
  go(0, 0);
  act(() => bench().extendTo({ bar: 0, tick: 960, string: 1 }));
  press(/^copy/);
};

test('copied notes are laid on another beat as a riff that follows; it goes its own way at one press', async () => {
  const room = open();
  copyFirstTwoBeats(room);
  room.go(1, 960);
  press('Lay it as a riff that follows');
  await screen.findByText(/A riff of bar 1: it follows what changes there/);
  expect(room.notes(1)).toEqual(['1:9@0', '1:0@960', '1:3@1440', '1:5@1920']);
  room.write(7);
  expect(room.notes(1)).toContain('1:7@1440');
  expect(screen.getByRole('group', { name: 'Riff of bar 1, on 1' }).textContent).toContain('the same');
  press('Let it go its own way');
  room.write(2);
  expect(room.notes(1)).toContain('1:7@1440');
  expect(screen.queryByRole('group', { name: /Riff of/ })).toBeNull();
});

test('a difference is said and can be taken back', () => {
  const room = open();
  copyFirstTwoBeats(room);
  room.go(2, 0);
  press('Lay it as a riff that follows');
  act(() =>
    room.bench().edit((score) => ({
      ...score,
      bars: score.bars.with(2, {
        ...score.bars[2]!,
        notes: score.bars[2]!.notes.filter(({ tick }) => tick !== 480),
      }),
    })),
  );
  expect(screen.getByRole('group', { name: /Riff of/ }).textContent).toContain('with a difference');
  press('Play it as there');
  expect(room.notes(2)).toContain('1:3@480');
});

test('on the other stage, or over itself, it is said why it cannot be laid', async () => {
  const room = open();
  copyFirstTwoBeats(room);
  room.go(0, 480);
  press('Lay it as a riff that follows');
  await screen.findByText(/A riff cannot lie over the notes it comes from/);
  cleanup();
  const thumb = open('thumb');
  thumb.go(1, 0);
  press('Lay it as a riff that follows');
  await screen.findByText(/They are the melody’s/);
});
