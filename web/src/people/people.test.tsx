import type { Player, Student } from '@jocund/contract';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server } from '../testing/bench-room.tsx';
import { PlayersPart } from './players-part.tsx';
import { StudentsPart } from './students-part.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const idOf = (number: number) => `00000000-0000-4000-8000-00000000000${number}`;
const player: Player = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Orla Finch',
  thumbPattern: 'two-string',
  bassEnding: 'palm-damped',
  claims: [],
  note: 'Quick and dry',
  archivedAt: null,
};
const student: Student = {
  id: '00000000-0000-4000-8000-000000000002',
  name: 'Wren',
  note: '',
  goals: '',
  cautions: '',
  hand: null,
  reading: null,
  groups: [],
  archivedAt: null,
};
const path = `/api/players/${player.id}`;

test('nobody yet: the list says what to do', () => {
  vi.stubGlobal('fetch', server().answer);
  room(
    <>
      <PlayersPart people={[]} piecesAfter={() => ''} />
      <StudentsPart people={[]} />
    </>,
  );
  expect(screen.getByText('No players yet')).toBeDefined();
  expect(screen.getByText('No students yet')).toBeDefined();
});

test('a player is added with a thumb and a way to end the bass; a name is needed', async () => {
  const { asked, answer } = server({ 'POST /api/players': player });
  vi.stubGlobal('fetch', answer);
  room(<PlayersPart people={[]} piecesAfter={() => ''} />);
  press('Add a player');
  press('Add to the list');
  expect(await screen.findByText('Write a name')).toBeDefined();
  expect(asked).toEqual([]);
  fill('Name', 'Orla Finch');
  fill('The thumb', 'three-string');
  fill('Bass notes', 'stopped');
  press('Add to the list');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked[0]).toEqual({
    path: '/api/players',
    method: 'POST',
    body: { name: 'Orla Finch', thumbPattern: 'three-string', bassEnding: 'stopped', note: '' },
  });
});

test('a change begins with what is known; a refusal is said and the panel stays', async () => {
  const { asked, answer } = server({
    [`PUT ${path}`]: refusal('Another player has this name', 'Choose another'),
  });
  vi.stubGlobal('fetch', answer);
  room(<PlayersPart people={[player]} piecesAfter={(name) => `Tunes after ${name}`} />);
  expect(screen.getByText('Tunes after Orla Finch')).toBeDefined();
  press('Change Orla Finch');
  expect(screen.getByLabelText<HTMLInputElement>('Note (optional)').value).toBe('Quick and dry');
  fill('Name', 'Orla');
  press('Keep the change');
  expect((await screen.findByRole('alert')).textContent).toBe(
    'Not stored: Another player has this name. Choose another.',
  );
  expect(asked[0]).toMatchObject({ method: 'PUT', body: { name: 'Orla', bassEnding: 'palm-damped' } });
});

test('archiving is said and can be taken back; those put away can be brought back', async () => {
  const { asked, answer } = server({ [`PATCH ${path}`]: player });
  vi.stubGlobal('fetch', answer);
  const away = {
    ...player,
    id: idOf(3),
    name: 'Away',
    archivedAt: '2026-01-01T00:00:00.000Z',
  };
  room(<PlayersPart people={[player, away]} piecesAfter={() => ''} />);
  press('Archive Orla Finch');
  expect(await screen.findByText('Orla Finch is archived.')).toBeDefined();
  press('Undo');
  expect(await screen.findByText('Orla Finch is back on the list.')).toBeDefined();
  expect(asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body)).toEqual([
    { archived: true },
    { archived: false },
  ]);
  const archived = screen.getByText('1 archived').closest('details')!;
  within(archived).getByRole('button', { name: 'Bring back Away', hidden: true }).click();
  await waitFor(() =>
    expect(asked.at(-1)).toMatchObject({ path: `/api/players/${away.id}`, body: { archived: false } }),
  );
});

test('a student who cannot be moved stays, and why is said', async () => {
  const { answer } = server({
    [`PATCH /api/students/${student.id}`]: refusal(
      'This student was changed elsewhere',
      'Load the page again',
    ),
  });
  vi.stubGlobal('fetch', answer);
  room(<StudentsPart people={[student]} />);
  press('Archive Wren');
  expect(
    await screen.findByText('Wren was not moved: This student was changed elsewhere. Load the page again.'),
  ).toBeDefined();
  expect(screen.getByRole('heading', { name: 'Wren' })).toBeDefined();
});

test('a student’s name and note are changed', async () => {
  const { asked, answer } = server({ [`PUT /api/students/${student.id}`]: student });
  vi.stubGlobal('fetch', answer);
  room(<StudentsPart people={[student]} />);
  press('Change Wren');
  fill('Note (optional)', 'Tuesdays');
  fill('What the student wants (optional)', 'By heart');
  fill(/What is to be minded/, 'left wrist, go gently');
  press('Keep the change');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked[0]!.body).toEqual({
    name: 'Wren',
    note: 'Tuesdays',
    goals: 'By heart',
    cautions: 'left wrist, go gently',
    groups: [],
    reading: null,
  });
});

test('how a student reads a sheet stands with the name; groups are parted by commas, and show their own', async () => {
  const { asked, answer } = server({ [`PUT /api/students/${student.id}`]: student });
  vi.stubGlobal('fetch', answer);
  const other = { ...student, id: idOf(3), name: 'Ida', groups: ['Tuesdays', 'Slide'] };
  room(<StudentsPart people={[student, other]} />);
  expect(screen.getByRole<HTMLInputElement>('radio', { name: 'everybody' }).checked).toBe(true);
  fireEvent.click(screen.getByRole('radio', { name: 'Slide' }));
  await waitFor(() => expect(screen.queryByRole('link', { name: 'Wren' })).toBeNull());
  expect(screen.getByRole('link', { name: 'Ida' })).toBeDefined();
  fireEvent.click(screen.getByRole('radio', { name: 'everybody' }));
  press('Change Wren');
  fill(/^Groups/, ' Tuesdays, Slide,, Tuesdays ');
  fill('Picks with', 'im');
  fill('Names of notes', 'german');
  fill('Grips drawn for', 'left');
  press('Keep the change');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(asked[0]!.body).toMatchObject({
    groups: ['Tuesdays', 'Slide'],
    reading: { school: 'im', noteNames: 'german', leftHanded: true },
  });
});

test('somebody put away is deleted for good, once that is said to be meant', async () => {
  const { asked, answer } = server();
  vi.stubGlobal('fetch', answer);
  room(<StudentsPart people={[{ ...student, archivedAt: '2026-01-01T00:00:00.000Z' }]} />);
  const deleted = () => asked.filter(({ method }) => method === 'DELETE');
  press('Delete Wren for good');
  press('Keep Wren');
  expect(deleted()).toEqual([]);
  press('Delete Wren for good');
  press('Delete for good');
  expect(await screen.findByText('Nothing of Wren is kept any more.')).toBeDefined();
  expect(deleted()).toMatchObject([{ path: `/api/students/${student.id}` }]);
});
