// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { TextField } from './field.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from './notice.tsx';
import { Stepper } from './stepper.tsx';
import { counted, endingWords } from './words.ts';

afterEach(cleanup);

describe('the stepper', () => {
  function setUp(value = 5) {
    const onChange = vi.fn();
    render(
      <Stepper
        label="Capo"
        value={value}
        low={0}
        high={12}
        onChange={onChange}
        describe={(fret) => `fret ${fret}`}
      />,
    );
    return { onChange, field: screen.getByRole('spinbutton', { name: 'Capo' }) };
  }
  test('arrows step, page keys leap, and the ends hold', () => {
    const { onChange, field } = setUp();
    for (const key of ['ArrowUp', 'ArrowDown', 'PageUp', 'PageDown']) fireEvent.keyDown(field, { key });
    expect(onChange.mock.calls.flat()).toEqual([6, 4, 12, 0]);
  });
  test('typed digits are taken on Enter or on leaving, and kept within range', () => {
    const { onChange, field } = setUp();
    fireEvent.change(field, { target: { value: '7' } });
    expect(onChange).not.toHaveBeenCalled();
    fireEvent.keyDown(field, { key: 'Enter' });
    fireEvent.change(field, { target: { value: '40' } });
    fireEvent.blur(field);
    expect(onChange.mock.calls.flat()).toEqual([7, 12]);
  });
  test('junk is dropped and the value stands', () => {
    const { onChange, field } = setUp();
    fireEvent.change(field, { target: { value: 'two' } });
    fireEvent.blur(field);
    expect(onChange).not.toHaveBeenCalled();
    expect(field).toHaveProperty('value', '5');
  });
  test('says what its number means, and its ends are closed', () => {
    setUp(12);
    expect(screen.getByRole('spinbutton').getAttribute('aria-valuetext')).toBe('fret 12');
    expect(screen.getByRole('button', { name: 'Capo: more' })).toHaveProperty('disabled', true);
    expect(screen.getByRole('button', { name: 'Capo: less' })).toHaveProperty('disabled', false);
  });
});

describe('fields and notes', () => {
  test('a fault is tied to its field and read out', () => {
    render(<TextField label="Frets" error="z is not a fret" />);
    const field = screen.getByLabelText('Frets');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(field.getAttribute('aria-describedby')!)?.textContent).toContain(
      'z is not a fret',
    );
    expect(screen.getByRole('alert').textContent).toContain('z is not a fret');
  });
  test('a hint is no alert', () => {
    render(<TextField label="Frets" hint="six of them" />);
    expect(screen.queryByRole('alert')).toBeNull();
    expect(screen.getByLabelText('Frets').getAttribute('aria-invalid')).toBe('false');
  });
  test('an error offers its ways on', () => {
    const act = vi.fn();
    render(<ErrorNote title="It failed" text="All is safe." actions={[{ label: 'Again', act }]} />);
    fireEvent.click(screen.getByRole('button', { name: 'Again' }));
    expect(act).toHaveBeenCalledOnce();
    expect(screen.getByRole('alert').textContent).toContain('All is safe.');
  });
  test('loading names its share; empty says what to do', () => {
    render(<LoadingNote title="Engraving" text="bar 5 of 8" share={0.62} />);
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('62');
    render(<EmptyNote title="Nothing yet" text="Start here." />);
    expect(screen.getByText('Start here.')).toBeTruthy();
  });
});

test('words', () => {
  expect([counted(1, 'bar'), counted(3, 'bar'), counted(2, 'query', 'queries')]).toEqual([
    '1 bar',
    '3 bars',
    '2 queries',
  ]);
  expect(endingWords(undefined)).toBe('as written');
});
