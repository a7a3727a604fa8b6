import { mediumHand } from '@jocund/core/hands';
import type { TakeFigures } from '@jocund/contract';
import type { TakeReport } from '@jocund/core/takes';
import { Link } from 'react-router';
import { TakeHistory } from '../record-view/take-history.tsx';
import { barsWords } from '../ui/words.ts';
import { newUuid } from '../work/new-id.ts';
import { barsGiven } from './given.ts';
import { GivenGate, type OpenedGiven } from './given-gate.tsx';
import { HowItWent } from './how-it-went.tsx';
import { useRoomPath } from './room-path.ts';
import { TakeSheet } from './take-sheet.tsx';
import { TakeSource } from './take-source.tsx';
import { useFingers } from './use-fingers.ts';
import { useTake } from './use-take.ts';
import { Waiting } from './waiting.tsx';

/** A take of what was given, recorded or handed in, held against the sheet. */
export const TakePage = () => <GivenGate>{(opened) => <Take {...opened} />}</GivenGate>;

function Take({ given, score, opened: { practice, takes, takesWaiting, isKept, keepTake } }: OpenedGiven) {
  const room = useRoomPath();
  const fingers = useFingers(score, practice.hand ?? mediumHand);
  const bars = barsGiven(given, score);
  const take = useTake(score, bars, (report) => keepTake(figuresOf(report, given.id)));
  const mine = takes.filter(({ assignmentId }) => assignmentId === given.id);
  const { state } = take;
  return (
    <main className="flex h-full flex-col">
      <div className="mx-auto min-h-0 w-full max-w-3xl flex-1 overflow-auto px-4 pt-3 pb-6">
        <header className="oxford flex items-end justify-between gap-3 pb-2">
          <div className="min-w-0">
            <h1 className="pb-1 text-piece">How it went</h1>
            <p className="text-note">
              {given.title} · {barsWords(given)}
              {state.kind === 'judged' && ` · played at ♩${Math.round(state.report.tempoBpm)}`}
            </p>
          </div>
          <Link className="text-note inline-block flex-none py-1 underline" to={`${room}/${given.id}`}>
            Back to it
          </Link>
        </header>
        {state.kind === 'none' && (
          <>
            <p className="pt-4">
              Play it once through, without the sound of Jocund in the room (or with headphones). Then see bar
              by bar what was there, what was missing and what came early or late. The recording stays on this
              machine and is not kept.
            </p>
            <TakeSheet score={score} bars={bars} fingers={fingers} />
          </>
        )}
        {state.kind === 'working' && (
          <p role="status" className="pt-4 font-semibold">
            Listening to the take: {Math.round(100 * state.share)} %
          </p>
        )}
        {state.kind === 'failed' && (
          <p role="alert" className="pt-4">
            <span className="font-semibold">{state.reason}.</span> {state.remedy}.
          </p>
        )}
        <Waiting count={takesWaiting} isKept={isKept} what="take" />
        {state.kind === 'judged' && (
          <HowItWent
            score={score}
            fingers={fingers}
            report={state.report}
            next={state.next}
            drills={`${room}/${given.id}/drills`}
          />
        )}
        <TakeHistory takes={mine} />
      </div>
      <TakeSource take={take} score={score} bars={bars} startBpm={given.startBpm} />
    </main>
  );
}

const figuresOf = (report: TakeReport, assignmentId: string): TakeFigures => ({
  id: newUuid(),
  assignmentId,
  at: new Date().toISOString(),
  tempoBpm: report.tempoBpm,
  hits: report.hits,
  wrong: report.wrong,
  missed: report.missed,
  extra: report.extra,
  outOfTime: report.bars.reduce((sum, { outOfTime }) => sum + outOfTime, 0),
  thumbSdMs: report.timing.thumbSdMs,
});
