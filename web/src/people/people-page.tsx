import { useMyHand } from '../api/hands.ts';
import { usePlayers, useStudents } from '../api/people.ts';
import { usePieces } from '../api/queries.ts';
import { HandEditor } from '../ui/hand-editor.tsx';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { PlayersPart } from './players-part.tsx';
import { StudentsPart } from './students-part.tsx';
import { TeachersPart } from './teachers-part.tsx';

/** Whose style the pieces take after, and whom they are taught to. */
export function PeoplePage() {
  const players = usePlayers();
  const students = useStudents();
  const pieces = usePieces();
  const [hand, setHand, isHandKnown] = useMyHand();
  if (players.isError || students.isError)
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="The address book cannot be read"
          text="Everything in it is safe on the server."
          actions={[
            {
              label: 'Try again',
              act: () => {
                void players.refetch();
                void students.refetch();
              },
            },
          ]}
        />
      </main>
    );
  if (!players.data || !students.data)
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
        {isHandKnown && <HandEditor whose="your hand" hand={hand} onChange={setHand} />}
      </section>
      <PlayersPart
        people={players.data}
        piecesAfter={(name) =>
          pieces.data
            ?.filter((piece) => piece.player === name && !piece.archivedAt)
            .map(({ title }) => title)
            .join(', ') ?? ''
        }
      />
      <StudentsPart people={students.data} />
      <TeachersPart />
    </main>
  );
}
