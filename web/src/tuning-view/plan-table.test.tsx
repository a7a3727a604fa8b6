import {
  parseTuning,
  planRetuning,
  referenceWords,
  type StringNumber,
  type Tuning,
} from '@jocund/core/instrument';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { gaugesOf } from '../ui/guitar.ts';
import { PlanTable } from './plan-table.tsx';
import { beatWords, centsText, stepWords } from './reference-words.ts';

afterEach(cleanup);

const tuning = (text: string): Tuning => {
  const parsed = parseTuning(text);
  if (!parsed.ok) throw new Error(text);
  return parsed.value;
};
const show = (from: string, to: string, onChoose?: (string: StringNumber) => void) =>
  render(
    <PlanTable
      plan={planRetuning(tuning(from), tuning(to))}
      to={tuning(to)}
      gauges={gaugesOf('light')}
      scaleMm={650}
      chosen={6}
      onChoose={onChoose}
      done={new Set([1])}
    />,
  );

describe('the plan, string by string', () => {
  test('string 1 is on top, the figure is the turn, strings that stay say so', () => {
    show('standard', 'open-d');
    const rows = screen.getAllByRole('listitem').map((row) => row.textContent);
    expect(rows).toHaveLength(6);
    expect(rows[0]).toMatch(/^31/);
    expect(rows[5]).toMatch(/^16/);
    expect(rows[3]).toContain('stays; check it last');
    expect(rows[2]).toContain('4 at 4');
  });
  test('kilograms are given before and after, beats for ten cents', () => {
    show('standard', 'open-d');
    const [first] = screen.getAllByRole('listitem');
    expect(first?.textContent).toContain('8.5 kg, was 10.7');
    expect(first?.textContent).toContain('10 ¢ off: 1.7 beats a second');
  });
  test('a string can be chosen, and one that is home is ticked', () => {
    const choose = vi.fn();
    show('standard', 'open-d', choose);
    fireEvent.click(screen.getByRole('button', { name: 'string 3 goes down from G3 to F#3, 100 cents' }));
    expect(choose).toHaveBeenCalledWith(3);
    expect(screen.getByRole('button', { name: /^string 6/ }).getAttribute('aria-pressed')).toBe('true');
    expect(screen.getAllByLabelText('home')).toHaveLength(1);
  });
  test('strings that go up carry their caution', () => {
    show('open-g', 'standard');
    expect(screen.getAllByText(/keep your face away/)).toHaveLength(3);
  });
});

describe('words of tuning', () => {
  test.each([
    [0, '0'],
    [-200, '−200'],
    [30.6, '+31'],
  ])('%d cents', (cents, text) => expect(centsText(cents)).toBe(text));
  test.each([
    [1.76, '1.8 beats a second'],
    [0.4, 'a beat takes 2.5 seconds'],
    [0, 'no beat to hear'],
  ])('%d beats a second', (rate, text) => expect(beatWords(rate)).toBe(text));
  test('the two places to sound', () =>
    expect(referenceWords(6, { string: 4, fret: 2, ownFret: 0, relation: 'octave' })).toEqual([
      'string 4 at fret 2',
      'string 6 open, an octave',
    ]));
  test('a string that stays', () => {
    const [sixth] = planRetuning(tuning('standard'), tuning('standard')).strings;
    expect(stepWords(sixth!)).toBe('string 6 stays at E2');
  });
});
