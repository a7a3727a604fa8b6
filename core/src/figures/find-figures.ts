import type { Figure } from './figure.ts';
import { figureFacts } from './facts.ts';
import type { FigureRole } from './roles.ts';

/** What is asked for; what is absent may be anything. */
export interface FigureQuery {
  readonly role?: FigureRole | undefined;
  /** Chord it begins on, and leads to: "V7" is that chord, "V" any chord on the fifth degree of its kind. */
  readonly from?: string | undefined;
  readonly to?: string | undefined;
  readonly beats?: number | undefined;
  /** Beat its last note is struck on: "2" or "2&". */
  readonly endsOn?: string | undefined;
  /** Part of a player's name, of a tuning's name, or of the figure's own. */
  readonly text?: string | undefined;
  /** Pitches of a tuning, string 6 to string 1: figures in another are left out. */
  readonly pitches?: readonly string[] | undefined;
}

/** The figures of a drawer that are as asked, by name. */
export function findFigures(figures: readonly Figure[], query: FigureQuery): Figure[] {
  return figures
    .filter((figure) => fits(figure, query))
    .sort((a, b) => a.score.title.localeCompare(b.score.title, 'en'));
}

function fits(figure: Figure, { role, from, to, beats, endsOn, text, pitches }: FigureQuery): boolean {
  const facts = figureFacts(figure);
  const { title, player, tuning } = figure.score;
  const words = `${title} ${player} ${tuning.name} ${figure.role}`.toLowerCase();
  return (
    (role === undefined || figure.role === role) &&
    (from === undefined || isChord(facts.from, from)) &&
    (to === undefined || isChord(facts.to, to)) &&
    (beats === undefined || facts.beats === beats) &&
    (endsOn === undefined || facts.endsOn === endsOn) &&
    (text === undefined || words.includes(text.trim().toLowerCase())) &&
    (pitches === undefined || pitches.join() === tuning.pitches.join())
  );
}

/** Whether a chord is the one asked for: with a colour asked for, that very one; without, any colour of it. */
function isChord(numeral: string | undefined, asked: string): boolean {
  if (numeral === undefined) return false;
  const plain = asked.trim().replaceAll('♭', 'b').replaceAll('♯', '#');
  return numeral === plain || (degreeOf(plain) === plain && degreeOf(numeral) === plain);
}

/** A numeral without its colour: bVII of bVII7. */
const degreeOf = (numeral: string): string => /^[b#]?[IViv]+/.exec(numeral)?.[0] ?? numeral;
