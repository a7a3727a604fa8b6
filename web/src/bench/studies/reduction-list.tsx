import { kindInWords, type Reduction, type ReductionKind } from '@jocund/core/grading';
import { beatAt, numberOfBar } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { Tick } from '../../ui/tick.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';

/** What may not go: single things, and whole kinds. */
export interface Refused {
  readonly ids: readonly string[];
  readonly kinds: readonly ReductionKind[];
}

interface ListProps {
  readonly reductions: readonly Reduction[];
  readonly refused: Refused;
  readonly onRefuse: (refused: Refused) => void;
}

/** Each thing that goes, kind by kind, with its place; an unticked one may not go. */
export function ReductionList({ reductions, refused, onRefuse }: ListProps) {
  const kinds = [...new Set(reductions.map(({ kind }) => kind))];
  const kept = refused.ids.length + refused.kinds.length;
  return (
    <section className="pt-4">
      <h3 className="border-b border-ink1 pb-1 text-base">What goes</h3>
      {kinds.map((kind) => (
        <Kind
          key={kind}
          kind={kind}
          reductions={reductions.filter((each) => each.kind === kind)}
          refused={refused}
          onToggle={(id) => onRefuse({ ...refused, ids: toggled(refused.ids, id) })}
          onRefuseAll={() => onRefuse({ ...refused, kinds: [...refused.kinds, kind] })}
        />
      ))}
      {kept > 0 && (
        <p className="text-note flex flex-wrap items-center gap-2 pt-3">
          May not go:{' '}
          {[
            ...refused.kinds.map((kind) => kindInWords(kind)),
            ...(refused.ids.length > 0 ? [counted(refused.ids.length, 'single thing')] : []),
          ].join(', ')}
          .
          <Button look="plain" onClick={() => onRefuse({ ids: [], kinds: [] })}>
            Let all of it go again
          </Button>
        </p>
      )}
    </section>
  );
}

const toggled = (ids: readonly string[], id: string): readonly string[] =>
  ids.includes(id) ? ids.filter((each) => each !== id) : [...ids, id];

interface KindProps {
  readonly kind: ReductionKind;
  readonly reductions: readonly Reduction[];
  readonly refused: Refused;
  readonly onToggle: (id: string) => void;
  readonly onRefuseAll: () => void;
}

function Kind({ kind, reductions, refused, onToggle, onRefuseAll }: KindProps) {
  const { score } = useBench();
  const place = ({ bar, tick }: Reduction) => {
    const metre = score.bars[bar]?.metre;
    if (kind === 'tempo' || !metre) return '';
    return `bar ${numberOfBar(score, bar)}, beat ${Math.round(beatAt(metre, tick) * 100) / 100}: `;
  };
  return (
    <div className="pt-2">
      <p className="flex flex-wrap items-baseline gap-x-3 font-semibold">
        {kindInWords(kind)}
        {reductions.length > 1 && (
          <Button look="plain" className="text-note" onClick={onRefuseAll}>
            Keep them all
          </Button>
        )}
      </p>
      <ul className="gap-x-8 md:columns-2">
        {reductions.map((each) => (
          <li key={each.id} className="break-inside-avoid">
            <Tick
              label={`${place(each)}${each.what}${each.bars.length > 1 && kind !== 'tempo' ? `, so in ${counted(each.bars.length, 'bar')}` : ''}`}
              checked={!refused.ids.includes(each.id) && !refused.kinds.includes(kind)}
              onChange={() => onToggle(each.id)}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
