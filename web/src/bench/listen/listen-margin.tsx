import { Margin } from '../margin.tsx';
import { BeatsPart } from './beats-part.tsx';
import { CountsPart, GuessPart } from './guess-part.tsx';
import { useListen } from './listen-context.tsx';
import { LoopsPart } from './loops-part.tsx';
import { OverloadPart } from './overload-part.tsx';
import { PitchPart } from './pitch-part.tsx';
import { TuningsPart } from './tunings-part.tsx';

/** What the ear asks and proposes beside the recording. */
export function ListenMargin() {
  const { heard, sound, likely } = useListen();
  const told = heard.kind === 'done' ? heard.heard : undefined;
  const isReady = sound.kind === 'ready';
  return (
    <Margin
      title="Listen"
      note="All of it is worked out on this machine; nothing leaves your studio. Keep headphones at a level you can talk over."
    >
      {told?.overload && <OverloadPart overload={told.overload} />}
      {told && <GuessPart />}
      {told && <CountsPart />}
      {told && <PitchPart reference={told.reference} likely={likely[0]} />}
      {isReady && <BeatsPart />}
      {told && <TuningsPart likely={likely} />}
      {isReady && <LoopsPart />}
    </Margin>
  );
}
