import { placedNotes } from '@jocund/core/score';
import { keyWords, layScore, type FoundTuning } from '@jocund/core/tuning-finder';
import { useState } from 'react';
import { Excerpt } from '../../score-view/excerpt.tsx';
import { Button } from '../../ui/button.tsx';
import { tuningOf, tuningText } from '../../ui/guitar.ts';
import { EmptyNote, ErrorNote } from '../../ui/notice.tsx';
import { useSettings } from '../../ui/settings.ts';
import { Stepper } from '../../ui/stepper.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useKnownTunings } from '../use-known-tunings.ts';

/** Weighs every known tuning, capo and key for the piece as it sounds, in the worker. */
export function FinderPart() {
  const { score } = useBench();
  const [settings] = useSettings();
  const { state, start, cancel } = useWork('findTunings');
  const [maxCapo, setMaxCapo] = useState(5);
  const [maxTranspose, setMaxTranspose] = useState(0);
  const tunings = useKnownTunings();
  if (placedNotes(score).length === 0)
    return (
      <div className="mt-4">
        <EmptyNote
          title="Nothing to weigh yet"
          text="Write some notes at the Thumb or Melody stage. Their pitches are then laid out in every tuning."
        />
      </div>
    );
  return (
    <>
      <MarginPart>
        <div className="flex flex-col gap-2">
          <Stepper label="Capo up to fret" value={maxCapo} low={0} high={7} onChange={setMaxCapo} />
          <Stepper
            label="Key may move, semitones"
            value={maxTranspose}
            low={0}
            high={6}
            onChange={setMaxTranspose}
            describe={(by) => (by === 0 ? 'stays' : `${by} either way`)}
          />
        </div>
        {state.kind === 'working' ? (
          <Progress share={state.share} count={tunings.length} onCancel={cancel} />
        ) : (
          <Button
            look="solid"
            className="mt-3"
            onClick={() => start({ score, tunings, today: tuningOf(settings.today), maxCapo, maxTranspose })}
          >
            Weigh {tunings.length} tunings
          </Button>
        )}
      </MarginPart>
      {state.kind === 'failed' && (
        <ErrorNote title="The weighing broke off" text="The piece is as it was. Weigh again." />
      )}
      {state.kind === 'done' && <Weighed found={state.output} />}
    </>
  );
}

const Progress = ({ share, count, onCancel }: { share: number; count: number; onCancel: () => void }) => (
  <div className="mt-3" role="status">
    <p className="text-note pb-1">
      weighing tuning {Math.min(count, Math.floor(share * count) + 1)} of {count}
    </p>
    <div
      className="h-2 border border-ink1"
      role="progressbar"
      aria-label="Weighing tunings"
      aria-valuenow={Math.round(share * 100)}
      aria-valuemin={0}
      aria-valuemax={100}
    >
      <div className="filled h-full bg-ink1" style={{ width: `${share * 100}%` }} />
    </div>
    <Button className="mt-2" onClick={onCancel}>
      Cancel
    </Button>
  </div>
);

/** The ranking; one entry at a time is opened, with the passage laid out and the reasons. */
function Weighed({ found }: { found: readonly FoundTuning[] }) {
  const [open, setOpen] = useState(0);
  return (
    <MarginPart title="Tunings weighed" note="cost in mm a bar">
      <ol>
        {found.map((each, index) => (
          <Entry
            key={`${tuningText(each.tuning)} ${each.capo} ${each.transpose}`}
            found={each}
            rank={index + 1}
            isOpen={open === index}
            onOpen={() => setOpen(index)}
          />
        ))}
      </ol>
    </MarginPart>
  );
}

function Entry({
  found,
  rank,
  isOpen,
  onOpen,
}: {
  found: FoundTuning;
  rank: number;
  isOpen: boolean;
  onOpen: () => void;
}) {
  const { score, edit, undo } = useBench();
  const shown = useNames();
  const say = useSay();
  const laid = isOpen ? layScore(score, found) : undefined;
  return (
    <li className={isOpen ? 'border-y-[2.5px] border-ink1 bg-white px-2' : 'border-b border-ink1-40'}>
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={onOpen}
        className="grid w-full grid-cols-[1.6rem_1fr_auto] items-baseline gap-x-1 py-1.5 text-left hover:bg-ink1-12"
      >
        <span className="figure">{rank}</span>
        <span className="leading-tight">
          <span className="figure block">{found.tuning.name}</span>
          <span className="narrow text-note">{shown(keyWords(found))}</span>
        </span>
        <span className="figure text-lg">{found.costMm.toFixed(0)}</span>
      </button>
      {laid && (
        <div className="pb-2">
          <Excerpt score={laid} barCount={1} width={244} lineWidth={250} />
          <ul className="narrow text-note mt-1">
            {found.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
          <p className="narrow text-note mt-1 text-ink1-80">
            {found.terms.map(({ name, mm }) => `${name} ${mm.toFixed(0)}`).join(' + ')}
          </p>
          <Button
            look="solid"
            className="mt-2"
            onClick={() => {
              edit(() => laid);
              say(`The piece lies in ${found.tuning.name} now. Thumb notes are written by hand.`, undo);
            }}
          >
            Lay the piece out so
          </Button>
        </div>
      )}
    </li>
  );
}
