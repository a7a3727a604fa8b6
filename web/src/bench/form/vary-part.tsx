import type { MeasuredPiece, Player } from '@jocund/contract';
import { ok, type Result } from '@jocund/core/fault';
import { beginVersion, chooseVersion, passageAt, sectionName, type Section } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import type { Varied, VariedShare } from '@jocund/core/style';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { newId } from '../../work/new-id.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart, MarginProblem } from '../margin.tsx';
import { useOfferedPlayers } from '../style/use-offered-players.ts';
import { useAttempt } from '../use-attempt.ts';
import { useHand } from '../use-check.ts';
import type { FormView } from './use-form-view.ts';

const shareWords: Readonly<Record<VariedShare, string>> = {
  little: 'a bar in four',
  half: 'every other bar',
  much: 'most bars',
};
const shares = Object.keys(shareWords) as VariedShare[];

/** The chosen section once more with other turns, as a player would take them: it stands as a version, beside what stood. */
export function VaryPart({ view }: { view: FormView }) {
  const { score } = useBench();
  const { offered, measured } = useOfferedPlayers();
  const { read, write } = useAddress();
  const section = view.chosen?.section;
  const player =
    offered.find(({ id }) => id === read('style')) ??
    offered.find(({ name }) => name === score.player) ??
    offered[0];
  // One bar alone is the cadence, which stays.
  if (!player || !measured || !section || section.last === section.first) return null;
  return (
    <MarginPart title={`Vary ${sectionName(section, score)}`} note="as a player would">
      <SelectField
        label="As played by"
        value={player.id}
        onChange={({ currentTarget }) => write('style', currentTarget.value)}
      >
        {offered.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      <Vary key={section.first} section={section} player={player} pieces={measured} />
    </MarginPart>
  );
}

interface Dealt {
  /** What the varied version is called, and the one it was made from. */
  readonly label: string;
  readonly was: string;
  readonly seed: number;
  readonly choices: readonly string[];
}

interface VaryProps {
  readonly section: Section;
  readonly player: Player;
  readonly pieces: readonly MeasuredPiece[];
}

function Vary({ section, player, pieces }: VaryProps) {
  const { score, arrangementId, undo } = useBench();
  const hand = useHand();
  const attempt = useAttempt();
  const say = useSay();
  const { write } = useAddress();
  const { state, start, cancel } = useWork('varyPassage');
  const [share, setShare] = useState<VariedShare>('half');
  const [keepsThumb, setKeepsThumb] = useState(false);
  const [dealt, setDealt] = useState<Dealt | undefined>();
  const [nothing, setNothing] = useState(false);
  const { first, last } = section;
  const passage = passageAt(score, first);
  /** The varied version stands: another is made from what it was made from. */
  const again =
    dealt && passage?.chosen === dealt.label && passage.labels.includes(dealt.was) ? dealt : undefined;
  const was = again?.was ?? passage?.chosen ?? 'as written';
  const label = freeLabel(passage?.labels ?? [was]);
  const deal = () => {
    const chosen = again && passage ? chooseVersion(score, passage.id, was) : ok(score);
    if (!chosen.ok) return;
    const seed = again ? again.seed + 1 : 1;
    start(
      {
        score: chosen.value,
        arrangementId,
        playerId: player.id,
        pieces,
        hand,
        share,
        seed,
        keepsThumb,
        first,
        last,
      },
      (varied) => {
        setNothing(!varied);
        if (varied && take(chosen.value, varied)) setDealt({ label, was, seed, choices: varied.choices });
      },
    );
  };
  const take = (base: Score, { score: varied }: Varied): boolean => {
    const seen = { isCurrent: false };
    const isTaken = attempt((each) => {
      seen.isCurrent = each === score;
      return seen.isCurrent ? withVersion(base, section, varied, { was, label }) : ok(each);
    });
    if (isTaken && !seen.isCurrent) say('The piece was changed meanwhile. Vary it again.');
    if (!isTaken || !seen.isCurrent) return false;
    write('beside', `v:${was}`);
    say(`The ${label} version stands; “${was}” is kept beside it.`, undo);
    return true;
  };
  if (state.kind === 'working')
    return (
      <p className="flex items-center justify-between pt-2" role="status">
        <span className="text-note">
          trying turns, <span className="figure">{Math.round(state.share * 100)} %</span>
        </span>
        <Button onClick={cancel}>Cancel</Button>
      </p>
    );
  return (
    <>
      <SelectField
        className="pt-2"
        label="How much"
        value={share}
        onChange={({ target }) => setShare(target.value as VariedShare)}
      >
        {shares.map((each) => (
          <option key={each} value={each}>
            {shareWords[each]}
          </option>
        ))}
      </SelectField>
      <label className="flex min-h-8 items-center gap-2 pt-1">
        <input
          type="checkbox"
          className="size-4 accent-ink1"
          checked={keepsThumb}
          onChange={() => setKeepsThumb(!keepsThumb)}
        />
        The thumb stays as it is
      </label>
      <Button className="mt-2 w-full" onClick={deal}>
        {again ? 'Vary it otherwise' : 'Vary it'}
      </Button>
      <p className="text-note pt-1 text-ink1-80">
        Chords, the notes of the tune on the beats and the last bar stay.
      </p>
      <MarginProblem text={state.kind === 'failed' ? 'It broke off. The piece is as it was.' : undefined} />
      <MarginProblem text={nothing ? `Nothing here could be varied as ${player.name} would.` : undefined} />
      {again && (
        <ul className="text-note list-disc pt-2 pl-5">
          {again.choices.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </>
  );
}

function freeLabel(taken: readonly string[]): string {
  const name = (number: number) => (number === 1 ? 'varied' : `varied ${number}`);
  let number = 1;
  while (taken.includes(name(number))) number += 1;
  return name(number);
}

/** The varied bars stand as a version of their own. */
function withVersion(
  base: Score,
  { first, last }: Section,
  varied: Score,
  names: { readonly was: string; readonly label: string },
): Result<Score> {
  const begun = beginVersion(base, { first, last }, names, newId);
  if (!begun.ok) return begun;
  const bars = begun.value.bars.map((bar, index) =>
    first <= index && index <= last ? (varied.bars[index] ?? bar) : bar,
  );
  return ok({ ...begun.value, bars });
}
