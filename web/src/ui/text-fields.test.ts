// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { selectOnEntry } from './text-fields.ts';

let stop: (() => void) | undefined;
beforeEach(() => {
  vi.useFakeTimers();
  stop = selectOnEntry();
  document.body.innerHTML = '<input value="x32010" />';
});
afterEach(() => {
  stop?.();
  vi.useRealTimers();
});
const field = () => document.querySelector('input')!;
const selected = () => field().value.slice(field().selectionStart ?? 0, field().selectionEnd ?? 0);

test('what stands in a line of text is selected when it is entered', () => {
  field().focus();
  vi.runAllTimers();
  expect(selected()).toBe('x32010');
});

test('a key that is quicker than that is not selected, to be lost with the next', () => {
  field().focus();
  field().value = '0';
  vi.runAllTimers();
  expect(selected()).toBe('');
});

test('what was selected with the mouse stays so', () => {
  field().focus();
  field().setSelectionRange(1, 3);
  vi.runAllTimers();
  expect(selected()).toBe('32');
});
