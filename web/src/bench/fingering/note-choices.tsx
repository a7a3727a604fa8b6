import { writtenMidi } from '@jocund/core/instrument';
import { pitchText, spellMidi, withoutOctave } from '@jocund/core/pitch';
import { placeOfNote, type Note } from '@jocund/core/score';
import { useEffect } from 'react';
import { useNames } from '../../ui/use-names.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useHand } from '../use-check.ts';
import { FingerChoice } from './finger-choice.tsx';
import { PlaceChoice } from './place-choice.tsx';

/** Where the note under the cursor can sit, and which fingers can take it: each weighed for the whole piece. */
export function NoteChoices({ note }: { note: Note }) {
  const { score, cursor } = useBench();
  const hand = useHand();
  const shown = useNames();
  const { state, start } = useWork('weighNote');
  const { bar } = cursor;
  const { tick, string, voice } = note;
  useEffect(() => {
    start({ score, hand, place: { bar, tick, string, voice } });
  }, [start, score, hand, bar, tick, string, voice]);
  const name = shown(withoutOctave(pitchText(spellMidi(writtenMidi(score.tuning, note), score.key))));
  const found = state.kind === 'done' ? state.output : undefined;
  const place = placeOfNote(bar, note);
  return (
    <>
      {!note.arrival && !note.tied && !note.dead && (
        <MarginPart title={`Where this ${name} can sit`} note={found ? undefined : 'weighing'}>
          <PlaceChoice note={note} place={place} places={found?.places ?? []} />
        </MarginPart>
      )}
      <MarginPart title="Fingers" note={found ? undefined : 'weighing'}>
        <FingerChoice note={note} place={place} fingers={found?.fingers ?? []} />
      </MarginPart>
    </>
  );
}
