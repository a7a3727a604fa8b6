import { describeFault } from '@jocund/core/fault';
import type { AnyReading } from '@jocund/core/formats/any';
import type { TabRhythm } from '@jocund/core/formats/text-tab';
import type { Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useCreatePiece } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { Panel } from '../ui/dialog.tsx';
import { ErrorNote } from '../ui/notice.tsx';
import { counted } from '../ui/words.ts';
import { useWork } from '../work/use-work.ts';
import type { ChosenFile } from './chosen-file.ts';
import { FitPart } from './fit-part.tsx';
import { LeftOutPart } from './left-out-part.tsx';
import { TakeIn } from './take-in.tsx';

const kinds: Readonly<Record<AnyReading['kind'], string>> = {
  jocund: 'a Jocund file',
  jot: 'a Jot',
  musicxml: 'MusicXML',
  mxl: 'packed MusicXML',
  midi: 'MIDI',
  abc: 'ABC',
  'text-tab': 'plain-text tab',
};

/** What a file says, what of it could not be taken over, and the questions it leaves; then it becomes a new piece. */
export function ImportPanel({ file, onClose }: { file: ChosenFile; onClose: () => void }) {
  const [rhythm, setRhythm] = useState<TabRhythm>('spacing');
  const [swing, setSwing] = useState<'undone' | 'as-played'>('undone');
  const { state, start } = useWork('readFile');
  useEffect(() => start({ ...file, options: { rhythm, swing } }), [start, file, rhythm, swing]);
  const create = useCreatePiece();
  const navigate = useNavigate();
  const take = (score: Score) =>
    create.mutate(applyThumb(score), {
      onSuccess: ({ arrangementId }) => void navigate(`/bench/${arrangementId}/melody`),
    });
  const reading = state.kind === 'done' && state.output.ok ? state.output.value : undefined;
  return (
    <Panel title="Import a file" open onClose={onClose} width={620}>
      {(state.kind === 'working' || state.kind === 'idle') && (
        <p role="status" className="flex items-center justify-between gap-4">
          Reading {file.name} …<Button onClick={onClose}>Cancel</Button>
        </p>
      )}
      {state.kind === 'failed' && (
        <ErrorNote
          title="The reading broke off"
          text="Nothing was changed. Close this and choose the file again."
        />
      )}
      {state.kind === 'done' && !state.output.ok && (
        <ErrorNote
          title="This file cannot be read"
          text={`${describeFault(state.output.fault)} Nothing was changed.`}
        />
      )}
      {reading && (
        <div className="flex flex-col gap-4">
          <Summary name={file.name} reading={reading} />
          {reading.asks === 'rhythm' && (
            <div>
              <p className="pb-1.5">The file tells no rhythm. How long are its notes?</p>
              <Choice
                label="Rhythm"
                value={rhythm}
                options={[
                  { value: 'spacing', label: 'as they are spaced' },
                  { value: 'eighths', label: 'all eighths' },
                  { value: 'quarters', label: 'all quarters' },
                ]}
                onChange={setRhythm}
              />
            </div>
          )}
          {reading.asks === 'swing' && (
            <div>
              <p className="pb-1.5">
                The off-beats fall late, at {Math.round(reading.swingPercent ?? 50)} % of the beat. How shall
                they be written?
              </p>
              <Choice
                label="Off-beats"
                value={swing}
                options={[
                  { value: 'undone', label: 'as eighths, with swing' },
                  { value: 'as-played', label: 'as played' },
                ]}
                onChange={setSwing}
              />
            </div>
          )}
          <LeftOutPart leftOut={reading.leftOut} />
          {reading.content.kind === 'score' ? (
            <TakeIn score={reading.content.score} isPending={create.isPending} onTake={take} />
          ) : (
            <FitPart tune={reading.content.tune} isPending={create.isPending} onTake={take} />
          )}
          {create.isError && (
            <ErrorNote
              title="The piece was not stored"
              text={`${create.error.message} Try again; the file is unchanged.`}
            />
          )}
        </div>
      )}
    </Panel>
  );
}

function Summary({ name, reading }: { name: string; reading: AnyReading }) {
  const { content, kind } = reading;
  const { title, bars } = content.kind === 'score' ? content.score : content.tune;
  const notes = bars.reduce((sum, bar) => sum + bar.notes.length, 0);
  return (
    <p>
      <b className="font-serif">{title}</b>: {counted(bars.length, 'bar')}, {counted(notes, 'note')}, read
      from {name} as {kinds[kind]}
      {content.kind === 'score' ? '.' : '. Its notes have no strings and frets yet.'}
    </p>
  );
}
