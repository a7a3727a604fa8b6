import type { PracticeMark } from '@jocund/contract';
import { practiceTempo } from '@jocund/contract';
import { mediumHand } from '@jocund/core/hands';
import { usualRules, type PassAnswer } from '@jocund/core/practice';
import { numberOfBar } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { isTyping } from '../ui/text-fields.ts';
import { usePlainKey } from '../ui/use-plain-key.ts';
import { barsWords } from '../ui/words.ts';
import { newUuid } from '../work/new-id.ts';
import { Answers, Rest } from './answers.tsx';
import { CallNow } from './call-now.tsx';
import { barsGiven, ladderOf, type Given } from './given.ts';
import { GivenGate, type OpenedGiven } from './given-gate.tsx';
import { LoopCells } from './loop-cells.tsx';
import { SoundRow, TempoRow } from './play-controls.tsx';
import { useRoomPath } from './room-path.ts';
import { smallerHand } from './smaller-hand.ts';
import { CleanBoxes, TempoLine } from './tempo-line.tsx';
import { TwoBars } from './two-bars.tsx';
import { Waiting } from './waiting.tsx';
import { useFingers } from './use-fingers.ts';
import { usePlaying, type Bars } from './use-playing.ts';

/** The practice room: one thing that was given, played along and answered for. */
export const PlayPage = () => <GivenGate>{(opened) => <Room {...opened} />}</GivenGate>;

function Room({ given, score, opened: { practice, marks, waiting, isKept, log } }: OpenedGiven) {
  const [params] = useSearchParams();
  const [openedAt] = useState(() => Date.now());
  const room = useRoomPath();
  const ladder = ladderOf(given, marks);
  const whole = barsGiven(given, score);
  const [bars, setBars] = useState<Bars>(whole);
  const [byHand, setByHand] = useState<number | undefined>();
  const [countsIn, setCountsIn] = useState(true);
  const [phase, setPhase] = useState<'before' | 'played' | 'rest'>('before');
  const [isSmaller, setSmaller] = useState(false);
  const [hand, smaller] = useMemo(() => {
    const theirs = practice.hand ?? mediumHand;
    return [theirs, smallerHand(theirs)];
  }, [practice.hand]);
  const fingers = useFingers(score, isSmaller ? (smaller ?? hand) : hand);
  const tempoBpm = byHand ?? ladder.tempoBpm;
  const playing = usePlaying(score, { bars, countsIn, onEnd: () => setPhase('played') });
  const isWhole = bars.first === whole.first && bars.last === whole.last;
  const canAnswer = phase === 'played';
  const opensNext = isWhole && ladder.clean + 1 >= usualRules.cleanToRise;
  const nextTempo = (opensNext ? ladder.steps[ladder.at + 1] : undefined) ?? tempoBpm;

  const toggle = () => {
    if (phase === 'rest') return;
    if (playing.status !== 'idle') playing.stop();
    else {
      setPhase('before');
      playing.play(tempoBpm);
    }
  };
  const answer = (answered: PassAnswer) => {
    if (answered !== 'hurts' && !canAnswer) return;
    const seconds = phase === 'before' && playing.status === 'idle' ? 0 : playing.seconds();
    playing.stop();
    const mark: PracticeMark = {
      id: newUuid(),
      assignmentId: given.id,
      at: new Date().toISOString(),
      tempoBpm,
      answer: answered,
      firstBar: isWhole ? null : numberOfBar(score, bars.first),
      lastBar: isWhole ? null : numberOfBar(score, bars.last),
      seconds: Math.min(3600, seconds),
    };
    log(mark);
    const next = ladderOf(given, [...marks, mark]);
    if (answered === 'hurts') {
      setPhase('rest');
      return;
    }
    // A tempo set by hand stays until the ladder moves.
    const stays = next.at === ladder.at ? byHand : undefined;
    setByHand(stays);
    setPhase('before');
    playing.play(stays ?? next.tempoBpm);
  };
  useKeys({ toggle, answer });

  const planned = minutesIn(params.get('minutes'));
  const played = marks
    .filter(({ assignmentId, at }) => assignmentId === given.id && Date.parse(at) >= openedAt)
    .reduce((sum, { seconds }) => sum + seconds, 0);
  /** What is set before a pass leaves room for the sheet while it plays. */
  const isStill = playing.status === 'idle' && phase === 'before';
  const shownBar = playing.place?.bar ?? bars.first;
  return (
    <main className="flex h-full flex-col">
      <div className="mx-auto flex min-h-0 w-full max-w-3xl flex-1 flex-col overflow-auto px-4 pt-3">
        <header className="oxford flex items-end justify-between gap-3 pb-2">
          <div className="min-w-0">
            <h1 className="truncate pb-1 text-piece">{given.title}</h1>
            <p className="text-note">
              {barsWords(given)} · {score.tuning.name}
              {score.capo > 0 ? ` · capo ${score.capo}` : ''} ·{' '}
              <Link className="inline-block py-1 underline" to={`${room}/${given.id}/drills`}>
                Drills
              </Link>{' '}
              ·{' '}
              <Link className="inline-block py-1 underline" to={`${room}/${given.id}/take`}>
                Play a take
              </Link>{' '}
              ·{' '}
              <Link className="inline-block py-1 underline" to={`${room}/${given.id}/own?bar=${shownBar}`}>
                Your notes
              </Link>
            </p>
          </div>
          <p className="flex-none text-right">
            {planned > 0 && (
              <span className="block">
                <span className="figure text-xl">{Math.round(played / 60)}</span>
                <span className="text-note"> of {planned} min</span>
              </span>
            )}
            <Link className="text-note inline-block py-1 underline" to={room}>
              {planned > 0 && played >= 60 * planned ? 'On with the plan' : 'Today'}
            </Link>
          </p>
        </header>
        <div className="pt-3">
          <TempoLine ladder={ladder} />
          <CleanBoxes ladder={ladder} />
        </div>
        <div className="pt-2">
          <BarWords given={given} numbers={[shownBar, shownBar + 1].map((bar) => numberOfBar(score, bar))} />
          <TwoBars score={score} fingers={fingers} bar={shownBar} playing={playing.place} />
        </div>
        <div className="mt-auto pb-2" aria-live="off">
          {playing.isCountingIn && playing.status === 'playing' ? (
            <p role="status" className="figure flex min-h-20 items-center bg-brass px-3 text-2xl">
              counting in …
            </p>
          ) : (
            !isStill && <CallNow score={score} now={playing.place ?? { bar: bars.first, tick: 0 }} />
          )}
        </div>
      </div>
      <section aria-label="Playing" className="on-ink flex-none bg-ink1 text-paper">
        <div className="mx-auto flex w-full max-w-3xl flex-col gap-1.5 px-4 py-2">
          {playing.fault && (
            <p role="alert" className="font-semibold">
              {playing.fault}
            </p>
          )}
          {isStill && (
            <>
              <SoundRow playing={playing} />
              <LoopCells
                score={score}
                whole={whole}
                chosen={bars}
                onChoose={(next) => {
                  setBars(next);
                  setPhase('before');
                }}
              />
            </>
          )}
          {phase !== 'rest' && (
            <TempoRow
              playing={playing}
              tempoBpm={tempoBpm}
              onTempo={(next) => {
                playing.stop();
                setByHand(Math.min(practiceTempo.fastest, Math.max(practiceTempo.slowest, next)));
              }}
              countsIn={countsIn}
              onCountsIn={setCountsIn}
              onToggle={toggle}
              hasBackBeats={score.bars[bars.first]?.metre.beats === 4}
            />
          )}
          {phase === 'rest' ? (
            <Rest isSmaller={isSmaller} onSmaller={smaller && setSmaller} onGoOn={() => setPhase('before')} />
          ) : (
            <Answers
              canAnswer={canAnswer}
              next={nextTempo}
              tempoBpm={tempoBpm}
              hint={
                isWhole
                  ? 'Play it through once, then say how it went.'
                  : `Bars ${numberOfBar(score, bars.first)} to ${numberOfBar(score, bars.last)} alone: noted, but no step on the way.`
              }
              onAnswer={answer}
            />
          )}
          <Waiting count={waiting} isKept={isKept} />
        </div>
      </section>
    </main>
  );
}

/** Minutes that the plan gave; 0 where it gave none. */
function minutesIn(text: string | null): number {
  const minutes = Math.floor(Number(text));
  return minutes > 0 && minutes <= 240 ? minutes : 0;
}

/** What the teacher says, and the student wrote, to the bar that is played and to the next. */
const BarWords = ({ given, numbers }: { given: Given; numbers: readonly number[] }) =>
  [
    ...given.barWords.map((words) => ({ ...words, isOwn: false })),
    ...given.ownNotes.remarks.map((words) => ({ ...words, isOwn: true })),
  ]
    .filter(({ bar }) => numbers.includes(bar))
    .map(({ bar, text, isOwn }, index) => (
      <p
        key={index}
        className={`border-l-[5px] pl-2 ${isOwn ? 'border-double border-ink1' : 'border-brass'}`}
      >
        <span className="font-semibold">
          Bar {bar}
          {isOwn ? ', yours' : ''}:
        </span>{' '}
        {text}
      </p>
    ));

/** Space plays and pauses; 1, 2 and 3 answer. */
function useKeys({ toggle, answer }: { toggle: () => void; answer: (answer: PassAnswer) => void }): void {
  usePlainKey((event) => {
    if (isTyping(event.target)) return;
    const onControl = event.target instanceof HTMLElement && event.target.closest('button, a') !== null;
    if (event.key === ' ' && !onControl) {
      event.preventDefault();
      toggle();
    }
    const answered = ({ '1': 'clean', '2': 'not-yet', '3': 'hurts' } as const)[event.key];
    if (answered) answer(answered);
  });
}
