import type { ReactNode } from 'react';
import { Fold } from '../ui/fold.tsx';
import { counted } from '../ui/words.ts';
import type { MeasuredManner } from '../work/messages.ts';
import { PieceChoice } from './piece-choice.tsx';
import type { Whose } from './whose.ts';

interface HeadProps {
  readonly label: string;
  readonly whose: Whose | undefined;
  readonly onChange: (key: string) => void;
  readonly onChoose: (ids: readonly string[]) => void;
  readonly manner: MeasuredManner | undefined;
  readonly children: ReactNode;
}

/** Whose page it is, and from how much it was measured. */
export function Head({ label, whose, onChange, onChoose, manner, children }: HeadProps) {
  return (
    <div className="min-w-0 self-start">
      <select
        aria-label={label}
        value={whose?.key ?? 'none'}
        onChange={({ currentTarget }) => onChange(currentTarget.value)}
        className="w-full cursor-pointer border-0 border-b border-dashed border-ink1-65 bg-transparent font-serif text-piece font-bold"
      >
        {children}
      </select>
      <p className="text-note min-h-5">{manner && whose && measuredWords(manner, whose)}</p>
      {whose && whose.pieces.length > 1 && (
        <Fold title="Which pieces">{() => <PieceChoice whose={whose} onChoose={onChoose} />}</Fold>
      )}
    </div>
  );
}

/** "6 pieces, 96 bars, and what you say". What is said stands among the pieces under the player's own id. */
function measuredWords({ profile }: MeasuredManner, { key, pieces, chosen }: Whose): string {
  const isSaid = ({ arrangementId }: Whose['pieces'][number]) => arrangementId === key;
  const said = chosen.some(isSaid) ? 'what you say' : '';
  if (profile.pieces === 0) return said;
  const all = pieces.filter((piece) => !isSaid(piece)).length;
  const shown =
    profile.pieces < all ? `${profile.pieces} of ${counted(all, 'piece')}` : counted(all, 'piece');
  return [`${shown}, ${counted(profile.bars, 'bar')}`, ...(said ? [`and ${said}`] : [])].join(', ');
}
