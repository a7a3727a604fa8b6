import { keyText } from '@jocund/core/pitch';
import type { GripFrets, Score } from '@jocund/core/score';
import { checkClaim, parseChord } from '@jocund/core/shapes';
import { Button } from '../../ui/button.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useSettings } from '../../ui/settings.ts';

interface ClaimProps {
  readonly score: Score;
  readonly frets: GripFrets;
  /** What the teacher calls the grip; words that are no chord name are left alone. */
  readonly claim: string;
  readonly onTake: (frets: GripFrets) => void;
}

/** The teacher's name checked against what sounds, with the nearest grip that would bear it. */
export function Claim({ score, frets, claim, onTake }: ClaimProps) {
  const [{ noteNames }] = useSettings();
  const chord = parseChord(claim, noteNames);
  if (claim.trim() === '' || !chord.ok) return null;
  const { holds, sentence, changes } = checkClaim(score, frets, chord.value, noteNames, score.key);
  if (holds) return <p className="text-note mt-1">{sentence}.</p>;
  const mended = frets.map((fret, index) => {
    const change = changes.find(({ string }) => string === 6 - index);
    return change ? change.fret : fret;
  });
  return (
    <div className="mt-2" role="status">
      <p className="flex items-start gap-1.5">
        <QueryMark />
        <span className="font-semibold">{sentence}.</span>
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {changes.length > 0 && <Button onClick={() => onTake(mended)}>Take that grip</Button>}
      </div>
      <p className="narrow text-note mt-1 text-ink1-80">
        Or keep the name: it is shown as you say it, in {keyText(score.key)}, beside what sounds.
      </p>
    </div>
  );
}
