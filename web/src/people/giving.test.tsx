import { asFigureDocument, type Figure } from '@jocund/core/figures';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, unfold } from '../testing/bench-room.tsx';
import { idOf } from '../testing/practised.ts';
import {
  assignment,
  openStudent as open,
  path,
  piece,
  student,
  twoBars,
} from '../testing/student-record.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('a piece is given from six tenths of its tempo up to its own; slips are said beside the field', async () => {
  const { sent } = open({ assignments: [], marks: [] }, { [`POST ${path}/assignments`]: assignment(4) });
  expect(await screen.findByText('Nothing is given')).toBeDefined();
  await screen.findByRole('option', { name: 'Air' });
  fill('What', `piece ${piece.arrangementId}`);
  expect(screen.getByLabelText<HTMLInputElement>('From tempo ♩').value).toBe('54');
  expect(screen.getByLabelText<HTMLInputElement>('to the goal ♩').value).toBe('90');
  fill('From bar', '9');
  fill('to bar', '5');
  fill('to the goal ♩', '40');
  press('Give it to Wren');
  expect(await screen.findByText('Not before the first')).toBeDefined();
  expect(screen.getByText('Not slower than the start')).toBeDefined();
  expect(sent()).toEqual([]);
  fill('From bar', '2');
  fill('to bar', '');
  fill('to the goal ♩', '80');
  fill('By (optional)', '2026-12-24');
  fill('What you say to it (optional)', ' Slowly ');
  fill('To single bars (optional)', 'slowly');
  press('Give it to Wren');
  expect(await screen.findByText(/“slowly” names no bar/)).toBeDefined();
  expect(sent()).toEqual([]);
  fill('To single bars (optional)', '2 thumb first');
  press('Give it to Wren');
  expect(await screen.findByText('Air is given to Wren.')).toBeDefined();
  expect(sent()).toEqual([
    {
      path: `${path}/assignments`,
      method: 'POST',
      body: {
        arrangementId: piece.arrangementId,
        figureId: null,
        rung: null,
        firstBar: 2,
        lastBar: 2,
        startBpm: 54,
        goalBpm: 80,
        goalDate: '2026-12-24',
        note: 'Slowly',
        barWords: [{ bar: 2, text: 'thumb first' }],
      },
    },
  ]);
});

test('a rung of the ladder is given, to everybody in a group at once; without a rung nothing goes', async () => {
  const ida = { ...student, id: idOf(5), name: 'Ida', groups: ['Tuesdays'] };
  const { sent } = open(
    { assignments: [], marks: [] },
    {
      '/api/students': [{ ...student, groups: ['Tuesdays'] }, ida],
      ...twoBars,
      [`POST ${path}/assignments`]: assignment(4),
      [`POST /api/students/${ida.id}/assignments`]: assignment(6),
    },
  );
  await screen.findByRole('option', { name: 'Air' });
  fill('What', `piece ${piece.arrangementId}`);
  fill('As', 'rung melody-first');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Give it to Wren' }).disabled).toBe(true);
  await screen.findByRole('option', { name: /Melody alone/ });
  fill('Rung', 'melody-alone');
  fill('To', 'Tuesdays');
  press('Give it to Tuesdays, 2 students');
  expect(await screen.findByText('Air is given to Tuesdays, 2 students.')).toBeDefined();
  expect(sent().map((each) => each.path)).toEqual([
    `${path}/assignments`,
    `/api/students/${ida.id}/assignments`,
  ]);
  expect(sent()[1]).toMatchObject({
    body: { rung: { order: 'melody-first', id: 'melody-alone', name: 'Melody alone' } },
  });
});

test('the whole ladder is given rung by rung; what waits says what it waits for', async () => {
  const rung = { order: 'melody-first' as const, id: 'melody-alone', name: 'Melody alone' };
  const { sent } = open(
    {
      assignments: [
        assignment(2, { rung, firstBar: null, lastBar: null }),
        assignment(3, { firstBar: null, lastBar: null, afterId: idOf(2) }),
      ],
      marks: [],
    },
    {
      ...twoBars,
      [`POST ${path}/ladders`]: [assignment(4), assignment(5)],
      [`PATCH /api/assignments/${idOf(3)}`]: assignment(3, { endedAt: '2026-11-29T08:00:00.000Z' }),
    },
  );
  await screen.findByText('1 thing to come, one after the other');
  unfold('1 thing to come, one after the other');
  expect(screen.getByText('Opens when rung “Melody alone” is reached.')).toBeDefined();
  press('Take all of them back');
  expect(await screen.findByText('1 thing will not open any more.')).toBeDefined();
  await screen.findByRole('option', { name: 'Air' });
  fill('What', `piece ${piece.arrangementId}`);
  fill('As', 'ladder melody-first');
  await screen.findByText(/^Melody alone; .*the whole piece\. Each opens when/);
  expect(screen.queryByLabelText('From bar')).toBeNull();
  press('Give it to Wren');
  expect(await screen.findByText('Air is given to Wren.')).toBeDefined();
  expect(sent()[0]).toMatchObject({ method: 'PATCH', body: { ended: true } });
  const rungs = (sent()[1]!.body as { rung: { id: string } | null; firstBar: null }[]).map(
    (each) => each.rung?.id,
  );
  expect(rungs[0]).toBe('melody-alone');
  expect(rungs.at(-1)).toBeUndefined();
  expect(rungs.length).toBeGreaterThan(2);
});

test('a figure of the drawer is given whole, at its own tempo', async () => {
  const figure: Figure = {
    id: 'turn',
    role: 'turnaround',
    fromTick: 0,
    toTick: 3840,
    score: written(['[x32010] t5:3@1 t4:2@2 m1:0@1 m1:3@2.5'], { title: 'Turn in C', tempoBpm: 80 }),
  };
  const { sent } = open(
    { assignments: [], marks: [] },
    { '/api/figures': [asFigureDocument(figure)], [`POST ${path}/assignments`]: assignment(4) },
  );
  await screen.findByRole('option', { name: 'Turn in C' });
  fill('What', 'figure turn');
  expect(screen.queryByLabelText('As')).toBeNull();
  expect(screen.getByLabelText<HTMLInputElement>('to the goal ♩').value).toBe('80');
  press('Give it to Wren');
  expect(await screen.findByText('Turn in C is given to Wren.')).toBeDefined();
  expect(sent()[0]).toMatchObject({ body: { arrangementId: null, figureId: 'turn', firstBar: null } });
});

test('the ear drill is given, told and done with', async () => {
  const goal = { times: 20, goalDate: null, madeAt: piece.updatedAt, counted: 7, right: 5 };
  const { sent } = open({ assignments: [], marks: [], earGoal: goal }, { [`PUT ${path}/ear-goal`]: goal });
  expect(await screen.findByText('5 right of 7 tried.')).toBeDefined();
  fill('What', 'ear-drill');
  fill('Pairs counted right', 'many');
  press('Give it to Wren');
  expect(await screen.findByText('A whole number from 1 to 200')).toBeDefined();
  fill('Pairs counted right', '30');
  fill('By (optional)', '2026-12-24');
  press('Give it to Wren');
  expect(await screen.findByText('The ear drill is given to Wren.')).toBeDefined();
  press('Done with: the ear drill');
  expect(await screen.findByText(/^The ear drill is done with/)).toBeDefined();
  expect(sent().map(({ method, body }) => [method, body])).toEqual([
    ['PUT', { times: 30, goalDate: '2026-12-24' }],
    ['DELETE', undefined],
  ]);
});
