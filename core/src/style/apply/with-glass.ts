import type { Note, Score } from '../../score/index.ts';
import type { Profile } from '../profile.ts';
import { shareIn } from '../profile.ts';

/** Who has the bottleneck on so many notes plays everything with it. */
const bottleneckPlayer = 0.3;

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
