import { mediumHand } from '@jocund/core/hands';
import { findPattern } from '@jocund/core/thumb';
import { useMyHand, useStudentHand } from '../api/hands.ts';
import { usePieces, usePlayers, useStudents } from '../api/queries.ts';
import { HandEditor } from '../ui/hand-editor.tsx';
import { EmptyNote, LoadingNote } from '../ui/notice.tsx';
import { endingWords } from '../ui/words.ts';

/** Whose style the pieces take after, and whom they are taught to. */
export function PeoplePage() {
  const players = usePlayers();
  const students = useStudents();
  const pieces = usePieces();
  const [hand, setHand] = useMyHand();
  const setStudentHand = useStudentHand();
  if (!players.data || !students.data || !pieces.data)
    return <LoadingNote title="Opening the address book" text="One moment." />;
  return (
    <main className="h-full overflow-auto px-4 py-4 md:px-6">
      <h1 className="oxford pb-2 text-4xl">People</h1>
      <section aria-labelledby="your-hand" className="mt-6 max-w-sm">
        <h2 id="your-hand" className="text-head">
          Your hand
        </h2>
        <p className="text-note mt-1.5 mb-2 text-ink1-80">
          Pieces are fingered for it, unless you choose a student on the bench.
        </p>
        <HandEditor whose="your hand" hand={hand} onChange={setHand} />
      </section>
      <section aria-labelledby="players" className="mt-8">
        <h2 id="players" className="text-head">
          Players
        </h2>
        <p className="text-note mt-1.5 text-ink1-80">A new piece starts with its player’s thumb.</p>
        <ul className="mt-3 border-t-[1.5px] border-ink1">
          {players.data.map((player) => (
            <li
              key={player.id}
              className="grid gap-x-6 gap-y-1 border-b border-ink1-40 py-3 md:grid-cols-[14rem_15rem_1fr_12rem]"
            >
              <h3 className="text-lg">{player.name}</h3>
              <p>
                <span className="mr-2 inline-block size-3 bg-ink1" aria-hidden />
                {findPattern(player.thumbPattern)?.name ?? player.thumbPattern}
                <br />
                <span className="text-note text-ink1-80">
                  bass {endingWords(player.bassEnding ?? undefined)}
                </span>
              </p>
              <p>{player.note}</p>
              <p className="text-note text-ink1-80">
                {pieces.data
                  .filter((piece) => piece.player === player.name && !piece.archivedAt)
                  .map(({ title }) => title)
                  .join(', ') || 'no piece yet'}
              </p>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="students" className="mt-8">
        <h2 id="students" className="text-head">
          Students
        </h2>
        <p className="text-note mt-1.5 text-ink1-80">
          A handout can be made out to one of them, and a piece fingered for their hand.
        </p>
        {students.data.length === 0 ? (
          <EmptyNote title="No students yet" text="The studio has none on its list." />
        ) : (
          <ul className="mt-3 border-t-[1.5px] border-ink1">
            {students.data.map((student) => (
              <li
                key={student.id}
                className="grid gap-x-6 border-b border-ink1-40 py-3 md:grid-cols-[14rem_1fr_20rem]"
              >
                <h3 className="text-lg">{student.name}</h3>
                <p>{student.note}</p>
                <HandEditor
                  whose={`${student.name}’s hand`}
                  hand={student.hand ?? mediumHand}
                  onChange={(theirs) => setStudentHand(student, theirs)}
                />
              </li>
            ))}
          </ul>
        )}
      </section>
    </main>
  );
}
