import type { Assignment, PracticeMark } from '@jocund/contract';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { unfold } from '../testing/bench-room.tsx';
import { airInC } from '../testing/practised.ts';
import { inHandOf } from './in-hand.ts';
import { minutesByWeek } from './minutes-chart.tsx';
import { outlookWords } from './outlook-words.ts';
import { RecordView } from './record-view.tsx';

beforeAll(() => {
  // Charts watch their size; here they have none.
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe = () => undefined;
      unobserve = () => undefined;
      disconnect = () => undefined;
    },
  );
});
afterEach(cleanup);

const now = new Date('2026-11-25T12:00:00');
const day = 24 * 3_600_000;
const assignment: Assignment = {
  id: 'a',
  arrangementId: 'piece',
  title: 'Air',
  player: '',
  rung: null,
  figureId: null,
  afterId: null,
  ownNotes: { remarks: [], fingers: [] },
  firstBar: 1,
  lastBar: 4,
  startBpm: 60,
  goalBpm: 79,
  goalDate: null,
  barWords: [],
  note: '',
  madeAt: '2026-11-01T08:00:00.000Z',
  endedAt: null,
};
let made = 0;
const mark = (daysAgo: number, over: Partial<PracticeMark> = {}): PracticeMark => {
  made += 1;
  return {
    id: `${made}`,
    assignmentId: 'a',
    at: new Date(now.getTime() - daysAgo * day).toISOString(),
    tempoBpm: 60,
    answer: 'clean',
    firstBar: null,
    lastBar: null,
    seconds: 60,
    ...over,
  };
};
const rising = [5, 4, 3, 2, 1, 0].map((daysAgo) => mark(daysAgo, { tempoBpm: 65 - daysAgo }));
const show = (marks: readonly PracticeMark[], over: Partial<Assignment> = {}) =>
  render(
    <RecordView
      assignments={[{ ...assignment, ...over }]}
      marks={marks}
      takes={[]}
      now={now}
      barsOf={() => ({ first: 1, last: 4 })}
      scoreOf={() => airInC}
    />,
  );

describe('when the goal is likely reached, in words', () => {
  const words = (marks: readonly PracticeMark[], goalDate: string | null = null) =>
    outlookWords(inHandOf({ ...assignment, goalDate }, marks), now.getTime());
  test('from the rise so far, and whether it is in time', () => {
    expect(words(rising)).toBe('Rises by ♩7 a week. ♩79 about 9 Dec.');
    expect(words(rising, '2026-12-20')).toBe('Rises by ♩7 a week. ♩79 about 9 Dec, in time.');
    expect(words(rising, '2026-12-01')).toBe('Rises by ♩7 a week. ♩79 about 9 Dec, too late for 1 Dec.');
  });
  test('standing still it is out of reach; with too little to go by nothing is said', () => {
    expect(words([5, 4, 3, 2].map((daysAgo) => mark(daysAgo)))).toBe(
      'Stands still. ♩79 is out of reach as it goes: change something.',
    );
    expect(words([mark(1)])).toBeUndefined();
  });
});

test('minutes by week, Monday to Sunday', () => {
  // The 25th is a Wednesday.
  const weeks = minutesByWeek(
    [mark(0, { seconds: 300 }), mark(2, { seconds: 240 }), mark(3, { seconds: 120 }), mark(200)],
    now,
  );
  expect(weeks).toHaveLength(12);
  expect(weeks.at(-1)).toMatchObject({ minutes: 9 });
  expect(weeks.at(-1)!.from.getDate()).toBe(23);
  expect(weeks.at(-2)).toMatchObject({ minutes: 2 });
});

describe('the record', () => {
  test('nothing played says so', () => {
    show([]);
    expect(screen.getByText('Nothing was played yet.')).toBeDefined();
    expect(screen.getByText(/Nothing has reached its goal yet/)).toBeDefined();
  });
  test('what is learned with its share still there, when it is due, and how often it came at once', () => {
    const learned = [10, 10, 10].map((daysAgo) => mark(daysAgo, { tempoBpm: 79 }));
    show([...learned, mark(6, { tempoBpm: 79 })]);
    expect(screen.getByText(/looked at again once, 1 of 1 clean at once/)).toBeDefined();
    expect(screen.getByText(/^Due /)).toBeDefined();
  });
  test('passes are told in words; the hardest bar shows once bars were played alone', () => {
    const { unmount } = show(rising);
    expect(screen.getByRole('img', { name: /6 passes, 6 clean, from 60 to 65/ })).toBeDefined();
    expect(screen.getByText(/Which bars are hardest shows once/)).toBeDefined();
    unmount();
    const alone = mark(0, { firstBar: 3, lastBar: 4, answer: 'not-yet' });
    show([...rising, alone, alone]);
    expect(screen.getByText(/^Hardest: bar 3\. 40 %/)).toBeDefined();
    unfold('On the sheet');
    expect(screen.getByRole('img', { name: 'bar 3: 40 % not clean' })).toBeDefined();
  });
});
