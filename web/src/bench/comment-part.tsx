import {
  commentAt,
  noteAt,
  numberOfBar,
  sectionStart,
  setComment,
  type CommentPlace,
  type Voice,
} from '@jocund/core/score';
import { useState } from 'react';
import { Choice } from '../ui/choice.tsx';
import { TextArea } from '../ui/field.tsx';
import { Fold } from '../ui/fold.tsx';
import { useBench } from './bench-context.tsx';
import { MarginPart } from './margin.tsx';
import { voiceInHand } from './score/voice-in-hand.ts';

type On = CommentPlace['on'];

/** The teacher's words on the note under the cursor, its bar, its section or the piece: what to do, and why. */
export function CommentPart({ voice }: { voice: Voice }) {
  const { score, cursor } = useBench();
  const [chosen, setChosen] = useState<On>('bar');
  const place = { ...cursor, voice: voiceInHand(score, cursor, voice) };
  const hasNote = noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, place.voice) !== undefined;
  const section = sectionStart(score, cursor.bar);
  const on: On =
    (chosen === 'note' && !hasNote) || (chosen === 'section' && section === undefined) ? 'bar' : chosen;
  const at: CommentPlace = on === 'piece' ? { on } : on === 'note' ? { on, place } : { on, bar: cursor.bar };
  const kept = commentAt(score, at);
  return (
    <MarginPart title="Comment" note={wordsFor(at, numberOfBar(score, cursor.bar))}>
      <Fold title={kept ? 'Your words' : 'Say what to do, and why'}>
        {() => (
          <div className="mt-2 flex flex-col gap-3">
            <Choice
              label="Comment on"
              value={on}
              options={[
                ...(hasNote ? [{ value: 'note' as const, label: 'note' }] : []),
                { value: 'bar' as const, label: 'bar' },
                ...(section === undefined ? [] : [{ value: 'section' as const, label: 'section' }]),
                { value: 'piece' as const, label: 'piece' },
              ]}
              onChange={setChosen}
            />
            <CommentFields key={JSON.stringify(at)} at={at} />
          </div>
        )}
      </Fold>
    </MarginPart>
  );
}

const wordsFor = (at: CommentPlace, bar: number): string =>
  at.on === 'piece'
    ? 'the piece'
    : at.on === 'section'
      ? 'this section'
      : at.on === 'bar'
        ? `bar ${bar}`
        : `a note of bar ${bar}`;

function CommentFields({ at }: { at: CommentPlace }) {
  const { score, edit } = useBench();
  const kept = commentAt(score, at);
  const [toDo, setToDo] = useState(kept?.do ?? '');
  const [why, setWhy] = useState(kept?.why ?? '');
  const take = () => {
    const said = { ...(toDo.trim() ? { do: toDo.trim() } : {}), ...(why.trim() ? { why: why.trim() } : {}) };
    if (JSON.stringify(said) === JSON.stringify(kept ?? {})) return;
    edit((each) => setComment(each, at, Object.keys(said).length > 0 ? said : undefined));
  };
  return (
    <>
      <TextArea
        label="Do this"
        rows={2}
        maxLength={2000}
        value={toDo}
        onChange={({ target }) => setToDo(target.value)}
        onBlur={take}
      />
      <TextArea
        label="Why"
        rows={2}
        maxLength={2000}
        value={why}
        onChange={({ target }) => setWhy(target.value)}
        onBlur={take}
      />
    </>
  );
}
