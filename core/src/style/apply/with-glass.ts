import type { Note, Score } from '../../score/index.ts';
import { countsOf, totalOf, type PieceEvidence } from '../evidence.ts';
import type { Profile } from '../profile.ts';
import { shareIn } from '../profile.ts';

/** Who has the bottleneck on so many notes plays everything with it. */
const bottleneckPlayer = 0.3;

/** Whether a player's pieces are played with a bottleneck. */
export function playsWithGlass(pieces: readonly PieceEvidence[]): boolean {
  const counts = countsOf(pieces, 'ornaments');
  return (counts.get('glass') ?? 0) > bottleneckPlayer * totalOf(counts);
}

/** The fretted notes of the tune under a bottleneck, if the player plays so. */
export function withGlass(score: Score, profile: Profile): Score {
  if (shareIn(profile, 'ornaments', 'glass') <= bottleneckPlayer) return score;
  return {
    ...score,
    bars: score.bars.map((bar) => ({
      ...bar,
      notes: bar.notes.map((note): Note =>
        note.voice === 'melody' && note.fret > 0 && !note.dead ? { ...note, bottleneck: {} } : note,
      ),
    })),
  };
}
