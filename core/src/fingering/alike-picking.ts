import { sweepOf, type Ticks } from '../score/index.ts';
import { likeBars } from './like-bars.ts';
import { searchPicking, type PickingMoment, type PickingSearch } from './picking-search.ts';
import {
  digitChoices,
  type DigitNumber,
  type PickingSetting,
  type PickingState,
  type StruckString,
} from './picking-step.ts';
import { searchTied, type Tie } from './tied-search.ts';

/**
 * The least-cost digits on which one chord is picked one way wherever it returns, and like bars are picked alike. `free` is the search
 * without that.
 */
export function* searchAlikePicking(
  moments: readonly PickingMoment[],
  setting: PickingSetting,
  free: PickingSearch,
): Generator<number, PickingSearch> {
  const { search } = yield* searchTied<
    PickingMoment,
    PickingState,
    readonly DigitNumber[],
    readonly DigitNumber[]
  >(moments, free, {
    ties: tiesOf(moments),
    search: (asked, before) => searchPicking(asked, setting, before),
    taken: (choice) => choice ?? [],
    isSame: (a, b) => a.join() === b.join(),
    every: (moment) => (moment ? digitChoices(moment.struck, setting) : []),
    bind: (moment, [bound]) => ({ ...moment, bound }),
    mostSearches: 16,
    mayBind: () => true,
  });
  return search;
}

/** Moments of one chord, wherever they are, and the other moments of like bars. */
function tiesOf(moments: readonly PickingMoment[]): Tie[] {
  const chords = new Map<string, number[]>();
  moments.forEach(({ struck }, index) => {
    if (!isChord(struck)) return;
    const asked = tellStruck(struck);
    const same = chords.get(asked);
    if (same) same.push(index);
    else chords.set(asked, [index]);
  });
  const inBars = likeBars(moments, tellMoment).flatMap((bars) =>
    (bars[0] ?? []).map((first, moment) => bars.map((bar) => bar[moment] ?? first)),
  );
  const struckAt = (index: number) => moments[index]?.struck ?? [];
  return [
    ...[...chords.values()].filter(({ length }) => length > 1),
    ...inBars.filter(([first = 0]) => struckAt(first).length > 0 && !isChord(struckAt(first))),
  ].map((at) => ({ at, part: 0 }));
}

/** Two strings or more for the fingers: a bass note with one string of the tune is a pinch, whose finger the tune’s run decides. */
const isChord = (struck: readonly StruckString[]): boolean =>
  struck.filter(({ note }) => note.note.voice === 'melody' || sweepOf(note.note)).length > 1;

const tellMoment = ({ at, struck }: PickingMoment, begin: Ticks): string =>
  `${at - begin} ${tellStruck(struck)}`;

/** All that the picking hand is asked at a moment. */
const tellStruck = (struck: readonly StruckString[]): string =>
  struck
    .map(({ note: { note }, string }) =>
      [string, note.voice, note.stroke ?? '', note.picking ?? ''].join(' '),
    )
    .join('+');
