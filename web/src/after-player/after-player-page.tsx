import { readEndings } from '@jocund/core/formats/kinds';
import { keyText } from '@jocund/core/pitch';
import { scoreLimits } from '@jocund/core/score';
import { closenesses, usualCloseness, type Closeness } from '@jocund/core/style';
import { withEnding } from '@jocund/core/text';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useStudioWeights } from '../api/grade-sayings.ts';
import { useMyHand } from '../api/hands.ts';
import { useMeasured, usePlayers, useStudents } from '../api/people.ts';
import { problemOf } from '../api/problem.ts';
import { useCreatePiece, usePieces } from '../api/queries.ts';
import { useHeardAlone } from '../sound/use-heard-alone.ts';
import { FileInput } from '../ui/file-input.tsx';
import { Button } from '../ui/button.tsx';
import { SelectField } from '../ui/field.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { useSay } from '../ui/toast.tsx';
import { useAddress } from '../ui/use-address.ts';
import { useNames } from '../ui/use-names.ts';
import { counted } from '../ui/words.ts';
import { AfterMargin, type Pins } from './after-margin.tsx';
import { Keys } from './keys.tsx';
import { Candidate } from './candidate.tsx';
import { TuneLine } from './tune-line.tsx';
import { askedOtherwise, leftOutWords, useCandidates, type Asked } from './use-candidates.ts';
import { useOpenedAhead } from './use-opened-ahead.ts';
import { useSource } from './use-source.ts';

const grades = [1, 2, 3, 4, 5, 6, 7, 8];
const noPins: Pins = { keepsRhythm: false, keepsThumb: false, bars: [], voice: undefined };
/** Bars of tab that each arrangement shows at a time. */
const shownBars = 2;

/** A tune as a player might play it: from the tune on one line to up to three arrangements, each choice said. */
export function AfterPlayerPage() {
  const players = usePlayers();
  const measured = useMeasured();
  const pieces = usePieces();
  const students = useStudents();
  const [myHand] = useMyHand();
  const weights = useStudioWeights();
  const { read, write } = useAddress();
  const names = useNames();
  const { candidates, arrange, solveRest, stop } = useCandidates();
  const [chosen, setChosen] = useState(0);
  const [pins, setPins] = useState(noPins);
  const [seed, setSeed] = useState(1);
  const [from, setFrom] = useState(0);
  const fileInput = useRef<HTMLInputElement>(null);
  const { heard, toggle } = useHeardAlone();
  const create = useCreatePiece();
  const say = useSay();
  const navigate = useNavigate();

  const inHand = (pieces.data ?? []).filter(({ archivedAt }) => archivedAt === null);
  const piece = inHand.find(({ arrangementId }) => arrangementId === read('piece')) ?? inHand[0];
  const source = useSource(piece?.arrangementId ?? '');
  const offered = (players.data ?? []).filter(
    ({ id, archivedAt }) => archivedAt === null && measured.data?.some(({ playerId }) => playerId === id),
  );
  const player =
    offered.find(({ id }) => id === read('player')) ?? offered.find(({ name }) => name !== piece?.player);
  const closeness = closenessIn(read('close'));
  const student = students.data?.find(({ id }) => id === read('for'));
  const grade = grades.find((each) => String(each) === read('grade'));
  useOpenedAhead(measured.data, player, source.isFile ? undefined : piece?.arrangementId);

  if (players.isError || measured.isError || pieces.isError)
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="The players cannot be read"
          text="Everything is safe on the server. Reload the page to try again."
        />
      </main>
    );
  if (!players.data || !measured.data || !pieces.data)
    return <LoadingNote title="Measuring the pieces" text="Those that changed are measured anew." />;
  if (!piece || !player)
    return (
      <main className="m-8 max-w-xl">
        <EmptyNote
          title={piece ? 'No player to follow yet' : 'No tune yet'}
          text="Write or take in pieces, and say at the head of each after which player it is. Players are measured from them."
        />
      </main>
    );

  const { tune, fault, isFile } = source;
  const asking: Asked | undefined = tune && {
    tune,
    player,
    except: isFile ? undefined : piece.arrangementId,
    pieces: measured.data,
    hand: student?.hand ?? myHand,
    grade,
    weights,
    closeness,
    keepsThumb: pins.keepsThumb,
    keepsRhythm: pins.keepsRhythm,
  };
  const { found, working, isFailed, asked } = candidates;
  const isCurrent = asked !== undefined && asked.tune === tune && asked.player.id === player.id;
  const shown = isCurrent ? found : [];
  const arranged = shown[chosen] ?? shown[0];
  const otherwise = arranged && asking ? askedOtherwise(arranged.madeFor, asking) : [];
  const number = arranged ? shown.indexOf(arranged) + 1 : 0;
  const first = Math.max(0, Math.min(from, (arranged?.score.bars.length ?? 0) - shownBars));
  const begin = (nextSeed: number) => {
    if (!asking) return;
    setSeed(nextSeed);
    setChosen(0);
    setPins({ ...pins, bars: [], voice: undefined });
    void arrange(asking, nextSeed);
  };
  const canSolve = arranged !== undefined && asking !== undefined && working === undefined;
  const solve = () => {
    if (!canSolve) return;
    setSeed(seed + 1);
    const { bars, voice } = pins;
    const kept = { of: arranged, bars, ...(voice ? { voice } : {}) };
    void solveRest(asking, shown.indexOf(arranged), kept, seed + 1);
  };
  const hear = () => arranged && toggle(String(number), arranged.score);
  const choose = (index: number) => {
    if (!shown[index]) return;
    setChosen(index);
    setPins({ ...pins, bars: [], voice: undefined });
  };
  const takeToBench = () =>
    arranged &&
    create.mutate(
      {
        ...arranged.score,
        title: withEnding(arranged.score.title, `, after ${player.name}`, scoreLimits.textLength),
      },
      {
        onSuccess: ({ arrangementId }) => void navigate(`/bench/${arrangementId}/melody`),
        onError: (error) =>
          say(
            problemOf(
              error,
              'The server cannot be reached. Try again in a moment; the arrangement stays here.',
            ),
          ),
      },
    );

  return (
    <div className="flex h-full flex-col overflow-auto md:flex-row md:overflow-hidden">
      <Keys choose={choose} hear={hear} solve={solve} />
      <main className="min-w-0 flex-1 pb-8 md:overflow-auto">
        <header className="oxford flex flex-wrap items-end gap-x-4 gap-y-2 px-4 pt-3 pb-2">
          <h1 className="text-piece min-w-0 flex-1 truncate">{tune?.title ?? piece.title}</h1>
          {tune && (
            <p className="text-note pb-1">
              {counted(tune.bars.length, 'bar')} in {names(keyText(tune.key))}, {Math.round(tune.tempoBpm)} a
              minute
            </p>
          )}
        </header>
        <div className="flex flex-wrap items-end gap-3 px-4 pt-2">
          <SelectField
            label="Tune"
            value={isFile ? 'file' : piece.arrangementId}
            onChange={({ currentTarget }) => {
              source.dropFile();
              write('piece', currentTarget.value);
            }}
          >
            {isFile && <option value="file">from a file</option>}
            {inHand.map(({ arrangementId, title }) => (
              <option key={arrangementId} value={arrangementId}>
                {title}
              </option>
            ))}
          </SelectField>
          <Button onClick={() => fileInput.current?.click()}>From a file</Button>
          <FileInput
            input={fileInput}
            label="File with the tune"
            accept={readEndings.join(',')}
            onFile={source.takeFile}
          />
          <SelectField
            label="After"
            value={player.id}
            onChange={({ currentTarget }) => write('player', currentTarget.value)}
          >
            {offered.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="Grade at most"
            value={grade === undefined ? '' : String(grade)}
            onChange={({ currentTarget }) => write('grade', currentTarget.value)}
          >
            <option value="">as it comes</option>
            {grades.map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="For"
            value={student?.id ?? ''}
            onChange={({ currentTarget }) => write('for', currentTarget.value)}
          >
            <option value="">my hand</option>
            {(students.data ?? [])
              .filter(({ archivedAt }) => archivedAt === null)
              .map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </SelectField>
          {working ? (
            <Button onClick={stop}>Stop, keep what there is</Button>
          ) : (
            <Button look="solid" disabled={!asking} onClick={() => begin(seed)}>
              Arrange it
            </Button>
          )}
        </div>
        {fault && (
          <div className="px-4 pt-3">
            <ErrorNote title="The tune cannot be read" text={fault} />
          </div>
        )}
        {tune && tune.bars.some(({ notes }) => notes.length > 0) && (
          <section aria-label="The tune" className="border-b-2 border-ink1 px-4 pt-3 pb-1">
            <TuneLine
              tune={tune}
              proposed={new Map((arranged?.proposed ?? []).map(({ bar, symbol }) => [bar, symbol]))}
            />
            {arranged && arranged.proposed.length > 0 && (
              <p className="text-note pb-1">
                The tune brought no chords; those in italics are proposed. In them the tune is on a note of
                the chord for {inChord(arranged.proposed)} of 100 beats.
              </p>
            )}
          </section>
        )}
        {tune?.bars.every(({ notes }) => notes.length === 0) && (
          <div className="px-4 pt-3">
            <EmptyNote
              title="There is no tune here"
              text="Write some melody in the piece, or choose another."
            />
          </div>
        )}
        {otherwise.length > 0 && (
          <p role="status" className="flex flex-wrap items-center gap-2 px-4 pt-2 font-semibold">
            <QueryMark size={16} /> Number {number} was made for {otherwise.join(' and ')}. Solve the rest
            again, or arrange it again, for what is chosen now.
          </p>
        )}
        {arranged && (
          <p className="text-note flex flex-wrap items-center gap-2 px-4 pt-2">
            <Button disabled={first === 0} onClick={() => setFrom(Math.max(0, first - shownBars))}>
              Earlier bars
            </Button>
            bars {first + 1} to {Math.min(arranged.score.bars.length, first + shownBars)}
            <Button
              disabled={first + shownBars >= arranged.score.bars.length}
              onClick={() => setFrom(first + shownBars)}
            >
              Later bars
            </Button>
          </p>
        )}
        <ol aria-label="Arrangements">
          {shown.map((each, index) => (
            <Candidate
              key={index}
              number={index + 1}
              arranged={each}
              player={player.name}
              isChosen={each === arranged}
              from={first}
              barCount={shownBars}
              onChoose={() => choose(index)}
            />
          ))}
        </ol>
        {isCurrent && !working && leftOutWords(candidates) && (
          <p className="text-note px-4 pt-2 text-ink1-80">{leftOutWords(candidates)}</p>
        )}
        {working && isCurrent && (
          <LoadingNote
            title={`Working out ${working.place + 1} of ${working.of}`}
            text="Laying the tune on the player’s guitar, then bar by bar toward the player."
            share={working.share}
          />
        )}
        {isFailed && (
          <div className="px-4 pt-3">
            <ErrorNote title="The arranging broke off" text="What is here stays. Arrange it again." />
          </div>
        )}
        {!isCurrent && !working && tune && (
          <div className="max-w-xl px-4 pt-6">
            <EmptyNote
              title={`${tune.title}, as ${player.name} might play it`}
              text="Up to three arrangements are made over the player’s grips and thumb, the first on the player’s own guitar. It is there in a few seconds."
            />
          </div>
        )}
        {isCurrent && !working && !isFailed && shown.length === 0 && (
          <div className="px-4 pt-3">
            <EmptyNote
              title="No place for this tune"
              text={`It has no place in ${player.name}’s tunings that a hand could play. Choose another player, or a larger hand.`}
            />
          </div>
        )}
        {arranged && (
          <section aria-label="Why" className="px-4 pt-3">
            <h2 className="text-base">Why {number} is so</h2>
            <ul className="text-note list-disc pl-5">
              {[...arranged.choices, ...arranged.given].map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </section>
        )}
      </main>
      <AfterMargin
        chosen={arranged && { number, arranged }}
        closeness={closeness}
        onCloseness={(next) => write('close', String(next))}
        pins={pins}
        onPins={setPins}
      >
        <Button disabled={!canSolve} onClick={solve} title="R">
          Solve the rest again
        </Button>
        <Button disabled={!asking || working !== undefined} onClick={() => begin(seed + 1)}>
          Deal all anew
        </Button>
        <Button disabled={!arranged} aria-pressed={heard !== undefined} onClick={hear} title="H">
          {heard === undefined ? 'Hear it' : 'Stop'}
        </Button>
        <Button look="solid" disabled={!arranged || create.isPending} onClick={takeToBench}>
          {arranged ? `Take ${number} to the bench` : 'Take it to the bench'}
        </Button>
        <p className="text-note col-span-2">Keys: 1, 2, 3 choose, H hears, R solves the rest again.</p>
      </AfterMargin>
    </div>
  );
}

const closenessIn = (text: string): Closeness =>
  closenesses.find((each) => String(each) === text) ?? usualCloseness;

/** Of 100 beats that the tune sounds, how many it is on a note of the chord. */
function inChord(proposed: readonly { readonly inChord: number; readonly sounding: number }[]): number {
  const sum = (of: 'inChord' | 'sounding') => proposed.reduce((all, each) => all + each[of], 0);
  return Math.round((100 * sum('inChord')) / Math.max(1, sum('sounding')));
}
