import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { ShapesMargin } from './shapes-margin.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () => {
  const room = benchRoom(written(['m1:0@1/1', 'm1:0@1/1', 'm1:0@1/1']), <ShapesMargin />);
  const grips = (bar: number) => room.store.getScore().bars[bar]!.grips;
  return { ...room, grips };
};
const field = () => screen.getByLabelText('Frets, string 6 to 1');

test('a typed grip is named, laid, and the field goes on in the next bar', () => {
  const { grips, bench } = open();
  expect(screen.getByRole('button', { name: 'Lay grip' }).hasAttribute('disabled')).toBe(true);
  fill('Frets, string 6 to 1', 'x02210');
  expect(screen.getAllByText(/Am/).length).toBeGreaterThan(0);
  fireEvent.submit(field().closest('form')!);
  expect(grips(0)).toMatchObject([{ tick: 0, frets: [null, 0, 2, 2, 1, 0] }]);
  expect(bench().cursor.bar).toBe(1);
  expect(document.activeElement).toBe(field());
  expect(screen.getByText('holds x02210')).toBeDefined();
});

test('frets that cannot be read say why, and nothing typed is lost', () => {
  const { grips } = open();
  fill('Frets, string 6 to 1', 'x0221');
  expect(field().getAttribute('aria-invalid')).toBe('true');
  expect((field() as HTMLInputElement).value).toBe('x0221');
  fireEvent.submit(field().closest('form')!);
  expect(grips(0)).toEqual([]);
});

test('fingers of one’s own are kept with the grip; wrong ones are refused', () => {
  const { grips } = open();
  fill('Frets, string 6 to 1', '320003');
  fill('Fingers, string 6 to 1 (optional)', '32');
  expect(screen.getByRole('button', { name: 'Lay grip' }).hasAttribute('disabled')).toBe(true);
  fill('Fingers, string 6 to 1 (optional)', '32---4');
  press('Lay grip');
  expect(grips(0)[0]!.fingers).toEqual([3, 2, null, null, null, 4]);
});

test('a grip that was laid is lifted; a name of one’s own goes with it', () => {
  const { grips, bench, store } = open();
  fill('Frets, string 6 to 1', 'x32010');
  fill('What you call it (optional)', 'home');
  press('Lay grip');
  expect(grips(0)[0]!.functionName).toBe('home');
  store.undo();
  store.redo();
  fireEvent.click(screen.getByRole('radio', { name: 'Find' }));
  fireEvent.click(screen.getByRole('radio', { name: 'Grip' }));
  expect(bench().cursor.bar).toBe(1);
});

test('a chord is looked for, and a grip taken from the list into the field', async () => {
  open();
  fireEvent.click(screen.getByRole('radio', { name: 'Find' }));
  fill(/^Chord/, 'G7');
  fireEvent.submit(screen.getByLabelText(/^Chord/).closest('form')!);
  const [first] = await screen.findAllByRole('button', { name: /320001/ });
  fireEvent.click(first!);
  expect((field() as HTMLInputElement).value).toBe('320001');
});
