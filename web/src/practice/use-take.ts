import { isTake } from '@jocund/core/formats/take';
import type { Score } from '@jocund/core/score';
import type { NextStep, TakeReport } from '@jocund/core/takes';
import { useCallback, useRef, useState } from 'react';
import { unpacked } from '../sound/recorder.ts';
import type { Tasks } from '../work/messages.ts';
import { useWork } from '../work/use-work.ts';
import type { Bars } from './use-playing.ts';

type TakeState =
  | { readonly kind: 'none' }
  | { readonly kind: 'working'; readonly share: number }
  | { readonly kind: 'failed'; readonly reason: string; readonly remedy: string }
  | { readonly kind: 'judged'; readonly report: TakeReport; readonly next: NextStep };

type Source = Tasks['judgeTake']['input']['source'];

export interface Take {
  readonly state: TakeState;
  readonly judge: (source: Source) => void;
  /** A file of whatever kind: MIDI and WAV as they are, anything else as the browser unpacks it. */
  readonly judgeFile: (file: Blob) => Promise<void>;
  readonly cancel: () => void;
}

const largestBytes = 200 * 1024 * 1024;

/** One take at a time, judged beside the page. */
export function useTake(score: Score, bars: Bars, onJudged: (report: TakeReport) => void): Take {
  const [state, setState] = useState<TakeState>({ kind: 'none' });
  const work = useWork('judgeTake');
  const { start, cancel: stop } = work;
  const { first, last } = bars;
  const judge = useCallback(
    (source: Source) => {
      setState({ kind: 'working', share: 0 });
      start({ score, bars: { first, last }, source }, (judged) => {
        if (!judged.ok) {
          setState({ kind: 'failed', ...faultOf(judged.fault) });
          return;
        }
        setState({ kind: 'judged', ...judged.value });
        // The simulated student's takes are nobody's.
        if (source.kind !== 'student') onJudged(judged.value.report);
      });
    },
    [score, first, last, start, onJudged],
  );
  /** Counts what is asked: a file that was slow to unpack must not push aside what was asked after it. */
  const asked = useRef(0);
  const judgeFile = useCallback(
    async (file: Blob) => {
      asked.current += 1;
      const mine = asked.current;
      if (file.size > largestBytes) {
        setState({
          kind: 'failed',
          reason: 'The file is larger than 200 MB',
          remedy: 'Cut it to what was played',
        });
        return;
      }
      setState({ kind: 'working', share: 0 });
      const bytes = new Uint8Array(await file.arrayBuffer());
      if (mine !== asked.current) return;
      if (isTake(bytes)) {
        judge({ kind: 'file', bytes });
        return;
      }
      const sound = await unpacked(bytes.buffer);
      if (mine !== asked.current) return;
      if (sound.ok) judge({ kind: 'sound', ...sound.value });
      else
        setState({
          kind: 'failed',
          reason: 'This is neither a MIDI file nor a recording that the browser can read',
          remedy: 'Choose a MIDI file, or a sound file such as WAV',
        });
    },
    [judge],
  );
  const cancel = useCallback(() => {
    asked.current += 1;
    stop();
    setState({ kind: 'none' });
  }, [stop]);
  const shown: TakeState =
    work.state.kind === 'failed'
      ? { kind: 'failed', reason: 'The take could not be judged', remedy: 'Try again, or hand in another' }
      : state.kind === 'working' && work.state.kind === 'working'
        ? { kind: 'working', share: work.state.share }
        : state;
  return { state: shown, judge, judgeFile, cancel };
}

const faultOf = ({ reason, remedy }: { readonly reason: string; readonly remedy: string }) => ({
  reason,
  remedy,
});
