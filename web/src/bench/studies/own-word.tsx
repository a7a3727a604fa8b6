import type { GradedMusic, KeptGradeSaying, NewGradeSaying } from '@jocund/contract';
import { anchors, featuresOf, gradeRange, type Rung } from '@jocund/core/grading';
import { useId, useState } from 'react';
import { useGradeSayings } from '../../api/grade-sayings.ts';
import { problemOf } from '../../api/problem.ts';
import { readArrangement, usePieces, type MovedGrade } from '../../api/queries.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart, MarginProblem } from '../margin.tsx';
import { isAbout, sayingInWords } from './saying-words.ts';

const unreached = 'The server cannot be reached. Nothing was set; try again in a moment.';

/** The teacher's own word on a grade: another figure, or which of two is easier. All grades of the studio follow. */
export function OwnWord({ rung }: { rung: Rung }) {
  const { arrangementId, score } = useBench();
  const { sayings, say, takeBack } = useGradeSayings();
  const [moved, setMoved] = useState<readonly MovedGrade[]>([]);
  const [problem, setProblem] = useState<string | undefined>();
  const title = rung.id === 'whole' ? score.title : `${score.title}, ${rung.name}`;
  const music = (): GradedMusic => ({ title, arrangementId, features: featuresOf(rung.score) });
  const isBusy = say.isPending || takeBack.isPending;
  const told = {
    onSuccess: (grades: readonly MovedGrade[]) => {
      setMoved(grades);
      setProblem(undefined);
    },
    onError: (error: unknown) => setProblem(problemOf(error, unreached)),
  };
  return (
    <MarginPart title="Your own word" note={isBusy ? 'weighing anew' : undefined}>
      <p className="text-note pb-1 text-ink1-80">
        Set the grade, or say which of two is easier. Every grade in your studio follows.
      </p>
      <SetGrade
        key={`${rung.id} ${rung.grade.points}`}
        points={rung.grade.points}
        isBusy={isBusy}
        onSet={(points) => say.mutate({ kind: 'grade', music: music(), points }, told)}
      />
      <Compare
        own={arrangementId}
        isBusy={isBusy}
        onCompare={async (choice, isEasier) => {
          const other = await measured(choice).catch((error: unknown) =>
            setProblem(problemOf(error, unreached)),
          );
          if (!other) return;
          const said: NewGradeSaying = isEasier
            ? { kind: 'order', easier: music(), harder: other }
            : { kind: 'order', easier: other, harder: music() };
          say.mutate(said, told);
        }}
      />
      <MarginProblem text={problem} />
      <Said
        sayings={sayings.filter((saying) => isAbout(saying, { title, arrangementId }))}
        onTakeBack={(id) => takeBack.mutate(id, told)}
      />
      <Moved grades={moved} />
    </MarginPart>
  );
}

interface SetGradeProps {
  readonly points: number;
  readonly isBusy: boolean;
  readonly onSet: (points: number) => void;
}

function SetGrade({ points, isBusy, onSet }: SetGradeProps) {
  const [wanted, setWanted] = useState(Math.round(points * 2) / 2);
  return (
    <div className="flex items-center justify-between gap-2">
      <Stepper
        label="Grade"
        value={wanted}
        low={gradeRange.lowest}
        high={gradeRange.highest}
        step={0.5}
        onChange={setWanted}
      />
      <Button disabled={isBusy} onClick={() => onSet(wanted)}>
        Set it
      </Button>
    </div>
  );
}

interface CompareProps {
  readonly own: string;
  readonly isBusy: boolean;
  readonly onCompare: (choice: string, isEasier: boolean) => Promise<void>;
}

function Compare({ own, isBusy, onCompare }: CompareProps) {
  const id = useId();
  const pieces = usePieces().data ?? [];
  const [isEasier, setEasier] = useState(true);
  const [choice, setChoice] = useState('');
  const others = pieces.filter(
    ({ arrangementId, archivedAt, trouble }) =>
      arrangementId !== own && archivedAt === null && trouble === null,
  );
  return (
    <div className="pt-2">
      <div className="flex items-center gap-2">
        <Choice
          label="Which is easier"
          value={isEasier ? 'easier' : 'harder'}
          options={orders}
          onChange={(next) => setEasier(next === 'easier')}
        />
        <label htmlFor={id} className="text-note">
          than
        </label>
      </div>
      <div className="flex items-center gap-2 pt-1.5">
        <select
          id={id}
          className="field min-w-0 flex-1"
          value={choice}
          onChange={({ target }) => setChoice(target.value)}
        >
          <option value="">choose a piece</option>
          <optgroup label="Pieces">
            {others.map(({ arrangementId, title }) => (
              <option key={arrangementId} value={arrangementId}>
                {title}
              </option>
            ))}
          </optgroup>
          <optgroup label="Studies">
            {anchors.map(({ grade, score: { title } }) => (
              <option key={title} value={title}>{`${title}, ${grade}`}</option>
            ))}
          </optgroup>
        </select>
        <Button disabled={isBusy || choice === ''} onClick={() => void onCompare(choice, isEasier)}>
          Say so
        </Button>
      </div>
    </div>
  );
}

const orders = [
  { value: 'easier', label: 'Easier' },
  { value: 'harder', label: 'Harder' },
] as const;

/** What it is held against, measured: a study by its title, or a piece as it stands on the server. */
async function measured(choice: string): Promise<GradedMusic> {
  const study = anchors.find(({ score }) => score.title === choice);
  if (study) return { title: choice, arrangementId: null, features: featuresOf(study.score) };
  const { score } = await readArrangement(choice);
  return { title: score.title, arrangementId: choice, features: featuresOf(score) };
}

interface SaidProps {
  readonly sayings: readonly KeptGradeSaying[];
  readonly onTakeBack: (id: string) => void;
}

const Said = ({ sayings, onTakeBack }: SaidProps) => (
  <ul aria-label="What was said of it">
    {sayings.map((saying) => (
      <li key={saying.id} className="text-note pt-2">
        <span>{sayingInWords(saying)}.</span>{' '}
        <Button look="plain" onClick={() => onTakeBack(saying.id)}>
          Take it back
        </Button>
      </li>
    ))}
  </ul>
);

/** Which pieces have another grade since the last word. */
const Moved = ({ grades }: { grades: readonly MovedGrade[] }) =>
  grades.length === 0 ? null : (
    <div className="pt-2" role="status">
      <p className="text-note font-semibold">Moved with it</p>
      <ul>
        {grades.map(({ id, title, was, now }) => (
          <li key={id} className="text-note flex justify-between gap-2 border-b border-ink1-40 py-0.5">
            <span>{title}</span>
            <span className="figure">
              {was.toFixed(1)} → {now.toFixed(1)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
