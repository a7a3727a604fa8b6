import { useGradeSayings } from '../../api/grade-sayings.ts';
import { problemOf } from '../../api/problem.ts';
import { Button } from '../../ui/button.tsx';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { sayingInWords } from './saying-words.ts';

/** What the teachers of the studio said of grades, so that every word can be taken back. Nothing where nothing was said. */
export function SayingList() {
  const { sayings, takeBack } = useGradeSayings();
  const say = useSay();
  if (sayings.length === 0) return null;
  const drop = (id: string) =>
    takeBack.mutate(id, {
      onSuccess: (moved) =>
        say(
          moved.length === 0
            ? 'Taken back. No piece changed its grade.'
            : `Taken back. ${counted(moved.length, 'piece')} changed ${moved.length === 1 ? 'its' : 'their'} grade.`,
        ),
      onError: (error) =>
        say(problemOf(error, 'The server cannot be reached. It still holds; try again in a moment.')),
    });
  return (
    <section aria-label="Your own words on grades" className="max-w-[68ch] pb-4">
      <h2 className="text-lg">Your own words on grades</h2>
      <p className="text-note text-ink1-80">
        All grades of the studio follow these. The studies below hold the scale in place.
      </p>
      <ul>
        {sayings.map((saying) => (
          <li
            key={saying.id}
            className="flex items-baseline justify-between gap-3 border-b border-ink1-40 py-1"
          >
            <span>{sayingInWords(saying)}</span>
            <Button look="plain" disabled={takeBack.isPending} onClick={() => drop(saying.id)}>
              Take it back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
