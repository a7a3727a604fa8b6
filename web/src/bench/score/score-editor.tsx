import { noteWords } from '@jocund/core/directions';
import { indexOfBar, numberOfBar, beatAt, noteAt, type Voice } from '@jocund/core/score';
import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { queryLetter } from '../../score-view/letters.ts';
import { Sheet } from '../../score-view/sheet.tsx';
import type { SheetMark, SheetPlace } from '../../score-view/place.ts';
import { useSettings } from '../../ui/settings.ts';
import { useBench } from '../bench-context.tsx';
import { placeUnderFinding } from '../place-of-finding.ts';
import { useWidth } from '../use-width.ts';
import { onGrid } from './cursor-moves.ts';
import { selectedStretch, stretchWords } from './selection.ts';
import { voiceInHand } from './voice-in-hand.ts';
import { tapsBelowSheet } from './tap-pad.tsx';
import { useScoreKeys } from './use-score-keys.ts';

interface ScoreEditorProps {
  /** Whose notes are written here; undefined on stages where the score is only read. */
  readonly voice: Voice | undefined;
  /** Whether the cursor shows: stages that lay grips need a place, too. */
  readonly hasCursor: boolean;
}

/** The sheet under the keyboard: one tab stop, arrows move, digits write. What the cursor stands on is read aloud. */
export function ScoreEditor({ voice, hasCursor }: ScoreEditorProps) {
  const {
    score,
    cursor,
    setCursor,
    anchor,
    extendTo,
    pointingSelects,
    setTapping,
    grid,
    findings,
    check,
    player,
  } = useBench();
  const selection = voice && selectedStretch(score, anchor, cursor, grid, voice);
  const [{ fingers: shownFingers }] = useSettings();
  const signs = useMemo(
    () => ({ picking: shownFingers !== 'none', fretting: shownFingers === 'both' }),
    [shownFingers],
  );
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const isMeasured = width > 0;
  const onKeyDown = useScoreKeys(voice);
  const playing = useSyncExternalStore(player.subscribe, () => player.getState().moment);
  const marks = useMemo(
    () =>
      findings
        .filter(({ bar }) => indexOfBar(score, bar) < score.bars.length)
        .map((finding, index): SheetMark => ({
          place: placeUnderFinding(score, finding),
          letter: queryLetter(index),
        })),
    [findings, score],
  );

  useEffect(() => {
    const shown = playing?.bar ?? (hasCursor ? cursor.bar : undefined);
    if (shown === undefined) return;
    const systems = [...(box.current?.querySelectorAll<HTMLElement>('[data-system]') ?? [])];
    systems.findLast((each) => Number(each.dataset.system) <= shown)?.scrollIntoView({ block: 'nearest' });
    // Nothing is drawn before the width is known: a stage come back to shows its place then.
  }, [playing?.bar, cursor.bar, hasCursor, isMeasured]);

  const bar = score.bars[cursor.bar];
  const hand = voice && voiceInHand(score, cursor, voice);
  const note = noteAt(bar, cursor.tick, cursor.string, hand);
  const here =
    bar &&
    (note
      ? noteWords(bar, numberOfBar(score, cursor.bar), note)
      : `bar ${numberOfBar(score, cursor.bar)}, beat ${beatAt(bar.metre, cursor.tick)}, string ${cursor.string}, empty`);
  const point = (place: SheetPlace, { extends: isExtended }: { readonly extends: boolean }) => {
    const next = onGrid(score, place, grid);
    if (voice && (isExtended || pointingSelects)) {
      if (!isSamePlace(next, cursor)) extendTo(next);
    } else {
      setCursor(next);
      if (voice && matchMedia(tapsBelowSheet).matches) setTapping(true);
    }
  };
  return (
    <div
      ref={box}
      role="application"
      tabIndex={0}
      aria-label={
        voice
          ? `Score, writing the ${voice}. Press question mark for the keys.`
          : 'Score. Arrows move by bar and string.'
      }
      aria-describedby="score-place"
      onKeyDown={onKeyDown}
      className="score mx-4.5 mt-2 mb-4 outline-offset-4"
      data-testid="score"
    >
      <p id="score-place" className="sr-only" aria-live="polite">
        {hasCursor && selection ? `selected: ${stretchWords(score, selection)}` : ''}
        {hasCursor && !selection ? here : ''}
      </p>
      {isMeasured && (
        <Sheet
          score={score}
          width={width}
          cursor={hasCursor ? cursor : undefined}
          cursorVoice={hasCursor ? (hand ?? 'melody') : undefined}
          selected={hasCursor ? selection : undefined}
          playing={playing}
          marks={marks}
          fingers={check.fingers}
          signs={signs}
          {...(hasCursor ? { onPoint: point } : {})}
        />
      )}
    </div>
  );
}

const isSamePlace = (a: SheetPlace, b: SheetPlace): boolean =>
  a.bar === b.bar && a.tick === b.tick && a.string === b.string;
