import { blankScore, writeNote, type Score } from '@jocund/core/score';
import { asDocument, documentSchema, type ChangedBar } from '@jocund/core/score/document';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Draft, DraftKeeper } from '../../drafts/drafts.ts';
import { newId } from '../../work/new-id.ts';
import { createScoreStore } from '../score-store.ts';
import { createAutosave } from './autosave.ts';

const id = '00000000-0000-4000-8000-000000000001';
const score = blankScore({ title: 'Kept', barCount: 1 });
const savedAt = '2026-01-01T10:00:00.000Z';
const withFret = (fret: number) => (each: Score) =>
  writeNote(each, { bar: 0, tick: 0, string: 1, voice: 'melody' }, fret, 480);

/** `hangs` never answers until the page gives up. */
type Answer = { status: number; body: unknown } | 'no connection' | 'hangs';
let answers: Answer[] = [];
/** What was sent, bars put in their places; of a save that was refused as bars only what it was sent as in the end. */
let sent: { baseVersion: number; score: Score; outlivesPage: boolean; as: 'bars' | 'whole' }[] = [];
/** What the server has. */
let standing = score;
/** What is on the disk; undefined when there is none. */
let onDisk: Draft | undefined;
let hasRoom = true;

const keeper: DraftKeeper = {
  keep: (draft) => {
    if (hasRoom) onDisk = draft;
    return Promise.resolve(hasRoom);
  },
  keepHastily: (draft) => {
    onDisk = draft;
  },
  drop: () => {
    onDisk = undefined;
    return Promise.resolve();
  },
};

beforeEach(() => {
  vi.useFakeTimers();
  answers = [];
  sent = [];
  onDisk = undefined;
  hasRoom = true;
  standing = score;
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const body = JSON.parse(init.body as string) as {
      baseVersion: number;
      score: unknown;
      bars?: ChangedBar[];
    };
    const [next] = answers;
    if (body.bars && typeof next === 'object' && next.status === 409) {
      const { status, body: told } = refusal(409, 'stale');
      return Promise.resolve(new Response(JSON.stringify(told), { status }));
    }
    const saved = body.bars ? withBars(standing, body.bars) : documentSchema.parse(body.score);
    expect(path.endsWith('/bars')).toBe(body.bars !== undefined);
    sent.push({
      baseVersion: body.baseVersion,
      score: saved,
      outlivesPage: init.keepalive === true,
      as: body.bars ? 'bars' : 'whole',
    });
    const answer = answers.shift() ?? { status: 200, body: { version: sent.length + 1, savedAt } };
    if (typeof answer === 'object' && answer.status === 200) standing = saved;
    if (answer === 'no connection') return Promise.reject(new TypeError('failed to fetch'));
    if (answer === 'hangs')
      return new Promise((_, reject) => {
        init.signal?.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError')));
      });
    return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const withBars = (stood: Score, changed: readonly ChangedBar[]): Score => ({
  ...stood,
  bars: stood.bars.map((bar, at) => changed.find((each) => each.at === at)?.bar ?? bar),
});

function open() {
  const store = createScoreStore(score, newId);
  return {
    store,
    autosave: createAutosave({ saved: { id, score, savedAt }, baseVersion: 1, store, keeper }),
  };
}
const refusal = (status: number, code: string) => ({
  status,
  body: { error: { code, message: 'What happened', remedy: 'What to do' } },
});
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

describe('saving', () => {
  test('a burst of edits is one save, and each save builds on the version before', async () => {
    const { store, autosave } = open();
    for (const fret of [1, 2, 3]) store.edit(withFret(fret));
    expect(autosave.getState()).toEqual({ kind: 'unsaved', kept: false });
    await pass(1000);
    expect(sent).toHaveLength(1);
    expect(sent[0]!.score).toEqual(store.getScore());
    store.edit(withFret(4));
    await pass(1000);
    expect(sent.map(({ baseVersion }) => baseVersion)).toEqual([1, 2]);
    expect(autosave.getState()).toEqual({ kind: 'saved', at: savedAt });
    expect(onDisk).toBeUndefined();
  });

  test('bars that were changed are sent alone, anything else with the whole', async () => {
    const { store } = open();
    store.edit(withFret(3));
    await pass(1000);
    store.edit((each) => ({ ...each, title: 'Renamed' }));
    await pass(1000);
    store.edit(withFret(4));
    await pass(1000);
    expect(sent.map(({ as }) => as)).toEqual(['bars', 'whole', 'bars']);
    expect(standing).toEqual(store.getScore());
  });

  test('who writes without a pause is saved all the same', async () => {
    const { store } = open();
    for (let edit = 0; edit < 40; edit += 1) {
      store.edit(withFret(edit % 12));
      await pass(300);
    }
    expect(sent.length).toBeGreaterThanOrEqual(2);
    await pass(2000);
  });
  test('an edit made while a save is under way is saved after it', async () => {
    const { store, autosave } = open();
    store.edit(withFret(1));
    vi.advanceTimersByTime(700);
    store.edit(withFret(2));
    await pass(2000);
    expect(sent.map((each) => each.score.bars[0]!.notes[0]!.fret)).toEqual([1, 2]);
    expect(autosave.getState().kind).toBe('saved');
  });

  test('a stale save stops saving, keeps a draft, and goes on from the version chosen', async () => {
    const theirs = { ...score, title: 'Theirs' };
    const current = {
      id,
      pieceId: id,
      version: 4,
      score: asDocument(theirs),
      savedAt,
      savedBy: 'Somebody',
    };
    answers = [
      {
        status: 409,
        body: {
          ...refusal(409, 'stale').body,
          current,
          yours: { baseVersion: 1, score: asDocument(score) },
        },
      },
    ];
    const { store, autosave } = open();
    store.edit(withFret(7));
    await pass(1000);
    expect(autosave.getState()).toMatchObject({ kind: 'stale', current: { version: 4, score: theirs } });
    store.edit(withFret(8));
    await pass(9000);
    expect(sent).toHaveLength(1);
    expect(onDisk!.score.bars[0]!.notes[0]!.fret).toBe(8);
    autosave.rebase(4);
    await pass(1000);
    // What stands there was not made here: it is written over as a whole.
    expect(sent.at(-1)).toMatchObject({ baseVersion: 4, as: 'whole' });
    expect(autosave.getState().kind).toBe('saved');
  });
});

describe('what hinders a save is told apart, and the work is kept', () => {
  test.each<[string, Answer, object]>([
    ['no connection', 'no connection', { kind: 'hindered', by: 'no-connection' }],
    ['trouble told', refusal(500, 'server-fault'), { kind: 'hindered', by: 'trouble' }],
    ['trouble untold', { status: 502, body: 'bad gateway' }, { kind: 'hindered', by: 'trouble' }],
    ['a full disk', refusal(507, 'no-room'), { kind: 'hindered', by: 'no-room' }],
    ['signed out', refusal(401, 'not-signed-in'), { kind: 'signed-out' }],
    ['refused', refusal(400, 'bad-request'), { kind: 'refused', message: 'What happened. What to do.' }],
  ])('%s', async (_, answer, expected) => {
    answers = [answer];
    const { store, autosave } = open();
    store.edit(withFret(5));
    await pass(1000);
    expect(autosave.getState()).toEqual({ ...expected, kept: true });
    expect(onDisk!.score).toEqual(store.getScore());
    autosave.stop();
  });

  test('what is hindered is tried again, ever more patiently, until it works', async () => {
    answers = ['no connection', 'no connection', 'no connection'];
    const { store, autosave } = open();
    store.edit(withFret(5));
    await pass(1000 + 4000 + 8000);
    expect(sent).toHaveLength(3);
    await pass(16_000);
    expect(sent).toHaveLength(4);
    expect(autosave.getState().kind).toBe('saved');
    expect(onDisk).toBeUndefined();
  });

  test('a save that hangs is given up, and edits made meanwhile are on the disk', async () => {
    answers = ['hangs'];
    const { store, autosave } = open();
    store.edit(withFret(1));
    await pass(800);
    store.edit(withFret(2));
    await pass(200);
    expect(autosave.getState()).toEqual({ kind: 'saving', kept: true });
    expect(onDisk!.score.bars[0]!.notes[0]!.fret).toBe(2);
    await pass(16_000);
    expect(autosave.getState()).toMatchObject({ kind: 'hindered', by: 'no-answer', kept: true });
    await pass(5000);
    expect(autosave.getState().kind).toBe('saved');
    expect(sent.at(-1)!.score.bars[0]!.notes[0]!.fret).toBe(2);
  });

  test('a browser without room says so', async () => {
    answers = ['no connection'];
    hasRoom = false;
    const { store, autosave } = open();
    store.edit(withFret(1));
    await pass(1000);
    expect(autosave.getState()).toMatchObject({ kind: 'hindered', kept: false });
    autosave.stop();
  });
});

describe('the draft', () => {
  test('every edit is on the disk within a fifth of a second, and is only said to be then', async () => {
    const { store, autosave } = open();
    for (const fret of [1, 2, 3]) {
      store.edit(withFret(fret));
      expect(autosave.getState()).toEqual({ kind: 'unsaved', kept: false });
      await pass(200);
      expect(onDisk!.score).toEqual(store.getScore());
      expect(autosave.getState()).toEqual({ kind: 'unsaved', kept: true });
    }
    autosave.stop();
  });

  test('leaving keeps what the server does not have yet, and sends it', () => {
    const { store, autosave } = open();
    store.edit(withFret(6));
    window.dispatchEvent(new Event('pagehide'));
    expect(onDisk!.score).toEqual(store.getScore());
    expect(sent).toMatchObject([{ outlivesPage: true, score: store.getScore() }]);
    autosave.stop();
  });
});

describe('undone work stays undone', () => {
  test('edit and undo before the save: saved, nothing sent, nothing kept', async () => {
    const { store, autosave } = open();
    store.edit(withFret(5));
    await pass(200);
    store.undo();
    expect(autosave.getState()).toEqual({ kind: 'saved', at: savedAt });
    await pass(5000);
    expect(sent).toEqual([]);
    expect(onDisk).toBeUndefined();
  });

  test('edit without a connection, undo, close: the draft says what was undone, too', async () => {
    answers = ['no connection'];
    const { store, autosave } = open();
    store.edit(withFret(5));
    await pass(1000);
    store.undo();
    await pass(200);
    expect(onDisk!.score).toEqual(score);
    await pass(5000);
    expect(autosave.getState().kind).toBe('saved');
    expect(sent.at(-1)!.score).toEqual(score);
    expect(onDisk).toBeUndefined();
  });

  test('what a closing page sent is our own when it is opened again, though it arrived late', async () => {
    const restored = createScoreStore(withFret(5)(score), newId);
    const current = {
      id,
      pieceId: id,
      version: 2,
      score: asDocument(restored.getScore()),
      savedAt,
      savedBy: 'Ada',
    };
    const stale = (body: object) => ({
      status: 409,
      body: { ...refusal(409, 'stale').body, ...body },
    });
    answers = [stale({ current, yours: { baseVersion: 1, score: asDocument(restored.getScore()) } })];
    const autosave = createAutosave({
      saved: { id, score, savedAt },
      baseVersion: 1,
      store: restored,
      keeper,
    });
    restored.edit(withFret(7));
    await pass(3000);
    expect(autosave.getState().kind).toBe('saved');
    expect(sent.map(({ baseVersion }) => baseVersion)).toEqual([1, 2]);
    expect(sent.at(-1)!.score).toEqual(restored.getScore());
  });

  test('a save that arrived without its answer is our own: undoing it is no conflict', async () => {
    const { store, autosave } = open();
    store.edit(withFret(5));
    const edited = store.getScore();
    const current = { id, pieceId: id, version: 2, score: asDocument(edited), savedAt, savedBy: 'Ada' };
    answers = [
      'no connection',
      {
        status: 409,
        body: {
          ...refusal(409, 'stale').body,
          current,
          yours: { baseVersion: 1, score: asDocument(score) },
        },
      },
    ];
    await pass(1000);
    store.undo();
    await pass(6000);
    expect(autosave.getState().kind).toBe('saved');
    expect(sent.map(({ baseVersion }) => baseVersion)).toEqual([1, 1, 2]);
    expect(sent.at(-1)!.score).toEqual(score);
  });
});
