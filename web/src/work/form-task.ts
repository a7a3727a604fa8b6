import { ok } from '@jocund/core/fault';
import { writeChords, writeForm } from '@jocund/core/form';
import type { Tasks } from './messages.ts';
import { newId } from './new-id.ts';

/** Writes a form, or the chords of one of its bars, on the piece. */
export function writeFormTask({
  score,
  index,
  form,
  colour,
  hand,
  writes,
}: Tasks['writeForm']['input']): Tasks['writeForm']['output'] {
  const writing = { hand, colour, newId };
  if (writes === 'form') return writeForm(score, index, form, writing);
  const [bar] = form;
  return bar ? writeChords(score, index, bar, writing) : ok(score);
}
