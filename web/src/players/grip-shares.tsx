import type { Profile, ProfileValue } from '@jocund/core/style';
import { parseFrets } from '@jocund/core/shapes';
import { GripDrawing } from '../score-view/grip-drawing.tsx';
import { useNames } from '../ui/use-names.ts';
import { percent, traitOf } from './figures.ts';

const shown = 4;

/** The grips held in most bars. */
export const commonGrips = (profile: Profile): readonly ProfileValue[] =>
  (traitOf(profile, 'grips')?.values ?? []).slice(0, shown);

/** The four commonest grips with how many of the bars have them. */
export function GripShares({ profile }: { profile: Profile }) {
  const names = useNames();
  return (
    <ul className="grid grid-cols-4 gap-2">
      {commonGrips(profile).map(({ name, value }) => {
        const [chord = '', frets = ''] = String(name).split(' ');
        const read = parseFrets(frets);
        return (
          <li key={String(name)}>
            <span className="figure block text-lg">{chord === '?' ? frets : names(chord)}</span>
            {read.ok && (
              <svg
                viewBox="-16 -8 100 76"
                className="block w-full max-w-[96px]"
                role="img"
                aria-label={`frets ${frets}`}
              >
                <GripDrawing grip={{ frets: read.value }} x={0} y={0} />
              </svg>
            )}
            <span className="narrow text-note">{percent(value)} of bars</span>
          </li>
        );
      })}
    </ul>
  );
}
