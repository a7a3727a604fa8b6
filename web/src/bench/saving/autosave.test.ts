import { blankStudy, writeNote, type Study } from '@jocund/core/score';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { createStudyStore } from '../study-store.ts';
import { createAutosave } from './autosave.ts';
import { findDraft } from './drafts.ts';

const id = '00000000-0000-4000-8000-000000000001';
const study = blankStudy({ title: 'Kept', barCount: 1 });
const savedAt = '2026-01-01T10:00:00.000Z';
const withFret = (fret: number) => (each: Study) =>
  writeNote(each, { bar: 0, tick: 0, string: 1, voice: 'melody' }, fret, 480);

type Answer = { status: number; body: unknown } | 'no connection';
let answers: Answer[] = [];
let sent: { baseVersion: number; study: Study }[] = [];

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  answers = [];
  sent = [];
  vi.stubGlobal('fetch', (_path: string, init: RequestInit) => {
    sent.push(JSON.parse(init.body as string) as (typeof sent)[number]);
    const answer = answers.shift() ?? { status: 200, body: { version: sent.length + 1, savedAt } };
    if (answer === 'no connection') return Promise.reject(new TypeError('failed to fetch'));
    return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function open() {
  const store = createStudyStore(study);
  return { store, autosave: createAutosave(id, 1, savedAt, store, study) };
}

describe('saving', () => {
  test('a burst of edits is one save, and each save builds on the version before', async () => {
    const { store, autosave } = open();
    for (const fret of [1, 2, 3]) store.edit(withFret(fret));
    expect(autosave.getState().kind).toBe('unsaved');
    await vi.advanceTimersByTimeAsync(1000);
    expect(sent).toHaveLength(1);
    expect(sent[0]!.study).toEqual(store.getStudy());
    store.edit(withFret(4));
    await vi.advanceTimersByTimeAsync(1000);
    expect(sent.map(({ baseVersion }) => baseVersion)).toEqual([1, 2]);
    expect(autosave.getState()).toEqual({ kind: 'saved', at: savedAt });
    expect(await findDraft(id)).toBeUndefined();
  });

  test('an edit made while a save is under way is saved after it', async () => {
    const { store, autosave } = open();
    store.edit(withFret(1));
    vi.advanceTimersByTime(700);
    store.edit(withFret(2));
    await vi.advanceTimersByTimeAsync(2000);
    expect(sent.map((each) => each.study.bars[0]!.notes[0]!.fret)).toEqual([1, 2]);
    expect(autosave.getState().kind).toBe('saved');
  });

  test('without a connection a draft is kept, and it is tried again until it works', async () => {
    answers = ['no connection', 'no connection'];
    const { store, autosave } = open();
    store.edit(withFret(5));
    await vi.advanceTimersByTimeAsync(1000);
    expect(autosave.getState()).toEqual({ kind: 'offline', kept: true });
    expect((await findDraft(id))!.study).toEqual(store.getStudy());
    await vi.advanceTimersByTimeAsync(9000);
    expect(sent).toHaveLength(3);
    expect(autosave.getState().kind).toBe('saved');
    expect(await findDraft(id)).toBeUndefined();
  });

  test('a stale save stops saving, keeps a draft, and goes on from the version chosen', async () => {
    const current = { id, pieceId: id, version: 4, study, savedAt, savedBy: 'Somebody' };
    answers = [
      {
        status: 409,
        body: {
          error: { code: 'stale', message: 'saved elsewhere', remedy: 'choose' },
          current,
          yours: { baseVersion: 1, study },
        },
      },
    ];
    const { store, autosave } = open();
    store.edit(withFret(7));
    await vi.advanceTimersByTimeAsync(1000);
    expect(autosave.getState()).toMatchObject({ kind: 'stale', current: { version: 4 } });
    store.edit(withFret(8));
    await vi.advanceTimersByTimeAsync(9000);
    expect(sent).toHaveLength(1);
    expect((await findDraft(id))!.study.bars[0]!.notes[0]!.fret).toBe(8);
    autosave.rebase(4);
    await vi.advanceTimersByTimeAsync(1000);
    expect(sent.at(-1)).toMatchObject({ baseVersion: 4 });
    expect(autosave.getState().kind).toBe('saved');
  });

  test('a session that has ended is said, and the draft is kept', async () => {
    answers = [
      {
        status: 401,
        body: { error: { code: 'not-signed-in', message: 'You are not signed in', remedy: 'Sign in' } },
      },
    ];
    const { store, autosave } = open();
    store.edit(withFret(2));
    await vi.advanceTimersByTimeAsync(1000);
    expect(autosave.getState()).toMatchObject({ kind: 'refused', signedOut: true });
    expect(await findDraft(id)).toBeDefined();
  });

  test('leaving keeps what the server does not have yet', async () => {
    const { store, autosave } = open();
    store.edit(withFret(6));
    window.dispatchEvent(new Event('pagehide'));
    expect((await findDraft(id))!.study).toEqual(store.getStudy());
    autosave.stop();
  });
});

test('a draft nobody can read is no draft', async () => {
  localStorage.setItem(`jocund.draft.${id}.elsewhere`, '{"study":');
  expect(await findDraft(id)).toBeUndefined();
});
