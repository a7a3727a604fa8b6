import { openMidi, stringNumbers } from '@jocund/core/instrument';
import type { Score } from '@jocund/core/score';
import { layScore } from '@jocund/core/tuning-finder';
import { useEffect, useEffectEvent, useMemo } from 'react';
import { Excerpt } from '../../score-view/excerpt.tsx';
import { Button } from '../../ui/button.tsx';
import { Panel } from '../../ui/dialog.tsx';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { useRelay } from './use-relay.ts';

/** Strings that sound otherwise in another tuning. */
const retuned = (score: Score, tuning: Score['tuning']): ReadonlySet<number> =>
  new Set(stringNumbers.filter((string) => openMidi(score.tuning, string) !== openMidi(tuning, string)));

/** Whether notes or grips of the piece would sound otherwise on the same frets. */
export function changesSound(score: Score, tuning: Score['tuning']): boolean {
  const { notes, grips } = soundingOtherwise(score, tuning);
  return notes + grips > 0;
}

function soundingOtherwise(score: Score, tuning: Score['tuning']) {
  const strings = retuned(score, tuning);
  const bars = score.bars;
  return {
    notes: bars.reduce((sum, { notes }) => sum + notes.filter(({ string }) => strings.has(string)).length, 0),
    grips: bars.reduce(
      (sum, { grips }) =>
        sum +
        grips.filter(({ frets }) => frets.some((fret, index) => fret !== null && strings.has(6 - index)))
          .length,
      0,
    ),
  };
}

/** Another tuning under a written piece: keep what sounds, laid anew by the hands, or keep the frets. Both can be undone. */
export function RetuneQuestion({ tuning, onDone }: { tuning: Score['tuning']; onDone: () => void }) {
  const { score, edit, undo } = useBench();
  const { state, weigh, lay } = useRelay();
  const say = useSay();
  /** Asked once, for the piece as it is now. */
  const ask = useEffectEvent(() => weigh(tuning, { capo: score.capo, transpose: 0 }));
  useEffect(() => ask(), []);
  const found = state.kind === 'done' ? state.output[0] : undefined;
  const laid = useMemo(() => found && layScore(score, found), [found, score]);
  const otherwise = soundingOtherwise(score, tuning);
  const keepFrets = () => {
    edit((each) => ({ ...each, tuning }));
    say(`Every note stays on its fret and sounds as ${tuning.name} has it.`, undo);
    onDone();
  };
  return (
    <Panel title={`The piece goes to ${tuning.name}`} open onClose={onDone} width={680}>
      <p>Its notes can keep their sound or their frets. Either can be undone.</p>
      <div className="mt-4 grid gap-6 md:grid-cols-2">
        <section>
          <h3 className="text-lg">Keep the sound</h3>
          {state.kind === 'working' && (
            <p role="status" className="text-note mt-1">
              Looking for strings and frets, {Math.round(state.share * 100)} %.
            </p>
          )}
          {state.kind === 'failed' && <p role="alert">The search broke off. Close this and choose again.</p>}
          {found && laid && (
            <>
              <p className="text-note mt-1">
                {counted(movedNotes(score, laid), 'note')} of {noteCount(score)} take another string or fret.{' '}
                {found.unplayable === 0
                  ? 'None is lost.'
                  : `${counted(found.unplayable, 'note')} have no place and would be left out.`}{' '}
                Grips become what their notes hold; the thumb is by hand.
              </p>
              <Excerpt score={laid} barCount={1} width={290} lineWidth={300} />
              <Button
                look="solid"
                className="mt-2"
                onClick={() => {
                  lay(found);
                  onDone();
                }}
              >
                Keep the sound
              </Button>
            </>
          )}
        </section>
        <section>
          <h3 className="text-lg">Keep the frets</h3>
          <p className="text-note mt-1">
            Every note stays where it is. {counted(otherwise.notes, 'note')} and{' '}
            {counted(otherwise.grips, 'grip')} sound otherwise than now.
          </p>
          <Excerpt score={{ ...score, tuning }} barCount={1} width={290} lineWidth={300} />
          <Button className="mt-2" onClick={keepFrets}>
            Keep the frets
          </Button>
        </section>
      </div>
    </Panel>
  );
}

const noteCount = (score: Score): number => score.bars.reduce((sum, { notes }) => sum + notes.length, 0);

/** Notes that lie elsewhere than before; those that left count, too. */
function movedNotes(before: Score, after: Score): number {
  return before.bars.reduce((sum, { notes }, index) => {
    const places = new Set(
      after.bars[index]?.notes.map(({ tick, string, fret, voice }) => `${tick} ${string} ${fret} ${voice}`),
    );
    return (
      sum +
      notes.filter(({ tick, string, fret, voice }) => !places.has(`${tick} ${string} ${fret} ${voice}`))
        .length
    );
  }, 0);
}
