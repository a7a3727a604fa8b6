import { useEffect, useState, useSyncExternalStore } from 'react';
import { ClickRecorder, type ClickedSound, type ClickPlan } from '../sound/click-recorder.ts';
import { useSettings } from '../ui/settings.ts';
import { useWork } from '../work/use-work.ts';

/** Claps are told apart at this pace whatever the delay. */
const clap = { beatS: 0.6, beats: 4, count: 8 };
const clapPlan: ClickPlan = {
  clicks: Array.from({ length: clap.count }, (_, at) => ({
    atS: at * clap.beatS,
    beat: 1 + (at % clap.beats),
  })),
  endsWithClicks: true,
};

/** Sound takes its way out of the machine and back: measured by claps with a click, it is taken off what a take is late. */
export function ClickDelay() {
  const [{ hearsItselfLateMs: lateMs }, change] = useSettings();
  const [recorder] = useState(() => new ClickRecorder());
  const recording = useSyncExternalStore(recorder.subscribe, recorder.getState);
  const work = useWork('returnDelay');
  const [said, setSaid] = useState<string | undefined>();
  useEffect(() => () => recorder.drop(), [recorder]);
  const measured = ({ clicksS, ...sound }: ClickedSound) => {
    work.start({ recording: sound, clicksS }, (answer) => {
      if (answer.ok) {
        const { delayMs, spreadMs } = answer.value;
        change({ hearsItselfLateMs: Math.round(delayMs) });
        setSaid(`Your claps lay within ${Math.round(spreadMs)} ms of each other.`);
      } else setSaid(`${answer.fault.reason}. ${answer.fault.remedy}.`);
    });
  };
  const isAt = recording.kind === 'asking' || recording.kind === 'recording' || work.state.kind === 'working';
  const fault = recording.kind === 'failed' ? recording.reason : undefined;
  return (
    <div className="text-note flex min-w-0 flex-wrap items-center gap-x-3">
      <span>
        {lateMs === null
          ? 'Put headphones on, quietly at first. To tell whether you are behind the click, measure this machine’s delay first.'
          : `Put headphones on, quietly at first. This machine’s delay is ${lateMs} ms; it is taken off.`}
      </span>
      <button
        type="button"
        className="py-1 underline"
        disabled={isAt}
        onClick={() => {
          setSaid(undefined);
          void recorder.start(clapPlan, measured);
        }}
      >
        {isAt
          ? 'Clap with each click …'
          : lateMs === null
            ? 'Measure it: clap with eight clicks'
            : 'Measure again'}
      </button>
      <span role="status">{fault ?? said}</span>
    </div>
  );
}
