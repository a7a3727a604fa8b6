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
  const isPart = whose && whose.chosen.length < whose.pieces.length;
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
      <p className="text-note min-h-5">
        {manner &&
          whose &&
          `${isPart ? `${whose.chosen.length} of ${counted(whose.pieces.length, 'piece')}` : counted(manner.profile.pieces, 'piece')}, ${counted(manner.profile.bars, 'bar')}`}
      </p>
      {whose && whose.pieces.length > 1 && (
        <Fold title="Which pieces">{() => <PieceChoice whose={whose} onChoose={onChoose} />}</Fold>
      )}
    </div>
  );
}
