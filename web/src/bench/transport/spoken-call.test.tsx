import { written } from '@jocund/core/testing/written';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { SpokenCall } from './spoken-call.tsx';

const score = written(['t5:3@1 m1:0@1 m1:3@1.5 t4:2@2 m2:1@2.5', 't6:3@1'], { tempoBpm: 80 });
const at = (bar: number, tick: number, atS = bar * 3 + tick / 1280) => ({ atS, bar, tick });

let said: string[];
beforeEach(() => {
  said = [];
  vi.stubGlobal(
    'SpeechSynthesisUtterance',
    class {
      readonly text: string;
      constructor(text: string) {
        this.text = text;
      }
    },
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const withVoices = (count: number) =>
  vi.stubGlobal('speechSynthesis', {
    getVoices: () => Array.from({ length: count }, () => ({})),
    cancel: () => undefined,
    speak: ({ text }: { text: string }) => said.push(text),
  });
const shown = () => screen.getByTestId('spoken-call').textContent;

test('the call stands large with its count, and is said aloud on the beats', () => {
  withVoices(1);
  const { rerender } = render(<SpokenCall score={score} tempoBpm={80} moment={undefined} />);
  expect(shown()).toBe('The call comes with the music.');
  for (const moment of [at(0, 0), at(0, 480), at(0, 960), at(0, 1440), at(1, 0)]) {
    rerender(<SpokenCall score={score} tempoBpm={80} moment={moment} />);
    if (moment.tick === 480) expect(shown()).toBe('&1');
  }
  expect(shown()).toBe('1thumb 6');
  // Half of 750 ms is too short for a word.
  expect(said).toEqual(['pinch 5 1', 'thumb 4', 'thumb 6']);
});

test('where it is slow, calls between the beats are said as well; a loop says the same again', () => {
  withVoices(1);
  const { rerender } = render(<SpokenCall score={score} tempoBpm={40} moment={at(0, 0)} />);
  rerender(<SpokenCall score={score} tempoBpm={40} moment={at(0, 480)} />);
  rerender(<SpokenCall score={score} tempoBpm={40} moment={at(0, 0, 9)} />);
  expect(said).toEqual(['pinch 5 1', '1', 'pinch 5 1']);
});

test('without a voice it is only shown', () => {
  withVoices(0);
  render(<SpokenCall score={score} tempoBpm={80} moment={at(0, 0)} />);
  expect(shown()).toBe('1pinch 5+1');
  expect(said).toEqual([]);
});
