import type { MeasuredPiece, Player } from '@jocund/contract';
import { traits, type StyleClaim } from '@jocund/core/style';
import { useMemo } from 'react';
import { useClaims } from '../api/people.ts';
import { problemOf } from '../api/problem.ts';
import { Button } from '../ui/button.tsx';
import { Fold } from '../ui/fold.tsx';
import { useSay } from '../ui/toast.tsx';
import { openedPieces, poolOf } from '../work/opened-pieces.ts';
import { ClaimForm } from './claim-form.tsx';

/** What the teacher says of a player without a piece that shows it: it counts as two pieces would. */
export function ClaimsPart({ player, pieces }: { player: Player; pieces: readonly MeasuredPiece[] }) {
  const keep = useClaims(player.id);
  const say = useSay();
  const { claims } = player;
  const change = (next: readonly StyleClaim[], done?: () => void) =>
    keep.mutate(next, { ...(done ? { onSuccess: done } : {}) });
  const takeOut = (claim: StyleClaim) =>
    change(
      claims.filter((each) => each !== claim),
      () => say(`You no longer say it of ${player.name}.`, () => change(claims)),
    );
  return (
    <section aria-labelledby="claims" className="mt-4 border-t-[1.5px] border-ink1 pt-3">
      <h3 id="claims" className="pb-1 text-base">
        What you say of {player.name}
      </h3>
      <p className="text-note">
        {claims.length === 0
          ? 'What you know of this player without a piece that shows it.'
          : 'Each line counts as two pieces would. Untick it at “Which pieces” to see the pieces alone.'}
      </p>
      {claims.length > 0 && (
        <ul className="mt-1 border-t border-ink1-40">
          {claims.map((claim) => (
            <li
              key={`${claim.trait} ${claim.value}`}
              className="flex items-baseline justify-between gap-2 border-b border-ink1-40 py-1"
            >
              <span>{claimWords(claim)}</span>
              <Button
                look="plain"
                className="text-note whitespace-nowrap"
                aria-label={`Take out: ${claimWords(claim)}`}
                disabled={keep.isPending}
                onClick={() => takeOut(claim)}
              >
                take out
              </Button>
            </li>
          ))}
        </ul>
      )}
      {keep.error && (
        <p role="alert" className="pt-1 font-semibold">
          {problemOf(keep.error, 'The server cannot be reached. Nothing was changed; try again in a moment.')}
        </p>
      )}
      <Fold title="Say something more">
        {() => <AddClaim claims={claims} pieces={pieces} isBusy={keep.isPending} onSay={change} />}
      </Fold>
    </section>
  );
}

/** The form, with what any player does as its lists; what was said is over once it is kept. */
function AddClaim({
  claims,
  pieces,
  isBusy,
  onSay,
}: {
  readonly claims: readonly StyleClaim[];
  readonly pieces: readonly MeasuredPiece[];
  readonly isBusy: boolean;
  readonly onSay: (next: readonly StyleClaim[]) => void;
}) {
  const pool = useMemo(() => poolOf(openedPieces(pieces)), [pieces]);
  return (
    <ClaimForm
      key={claims.length}
      claims={claims}
      pool={pool}
      isBusy={isBusy}
      onSay={(claim) => onSay([...claims, claim])}
    />
  );
}

/** "strings of the thumb: string 6, mostly". */
function claimWords({ trait: id, value, often }: StyleClaim): string {
  const trait = traits.find((each) => each.id === id);
  return trait?.values === 'numbers'
    ? `${trait.name}: ${value} ${trait.unit ?? ''}`
    : `${trait?.name ?? id}: ${value}, ${often}`;
}
