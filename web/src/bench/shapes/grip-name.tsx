import { parseNoteName, withoutOctave, type NoteName } from '@jocund/core/pitch';
import { soundingFrets, type GripFrets, type Score } from '@jocund/core/score';
import { nameGrip } from '@jocund/core/shapes';
import { useNames } from '../../ui/use-names.ts';

interface GripNameProps {
  readonly score: Score;
  readonly frets: GripFrets;
  /** Semitones from the shapes to what is heard. */
  readonly shift: number;
  readonly bar: number;
  readonly tick: number;
}

/** The literal name, the function in the key, what is missing, and the other names of the same tones. */
export function GripName({ score, frets, shift, bar, tick }: GripNameProps) {
  const shown = useNames();
  const named = nameGrip(score.tuning, frets, {
    key: score.key,
    soundingShift: shift,
    next: rootAfter(score, bar, tick),
  });
  const tones = named.tones.map(({ pitch }) => shown(withoutOctave(pitch))).join(' ');
  return (
    <div className="mt-3" aria-live="polite">
      <p className="flex items-baseline justify-between gap-3">
        <span className="figure text-head" data-testid="grip-name">
          {named.name ? shown(named.name) : 'no plain name'}
        </span>
        {named.functionName && <span className="figure text-lg">{shown(named.functionName)}</span>}
      </p>
      <p className="text-note">{tones}</p>
      {shift !== 0 && named.soundingName && <p className="text-note">sounds {shown(named.soundingName)}</p>}
      {named.missing.length > 0 && (
        <p className="text-note">without its {named.missing.map(shown).join(', ')}</p>
      )}
      {named.alternatives.length > 0 && (
        <p className="text-note text-ink1-80">or {named.alternatives.slice(0, 3).map(shown).join(', ')}</p>
      )}
    </div>
  );
}

/** Root of the next grip that differs: what a diminished or augmented chord leads to. */
function rootAfter(score: Score, bar: number, tick: number): NoteName | undefined {
  const next = score.bars
    .slice(bar)
    .flatMap((each, index) => each.grips.filter((grip) => index > 0 || grip.tick > tick))
    .map(soundingFrets)
    .find((frets) => frets.some((fret) => fret !== null));
  const root = next && parseNoteName(nameGrip(score.tuning, next, { key: score.key }).root);
  return root?.ok ? root.value : undefined;
}
