import { mostAlsoOnSheet } from '@jocund/contract';
import { usePieces } from '../../api/queries.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useHandout } from './use-handout.ts';

/** Other pieces on the same sheet, each under its own head: examples beside a study, or a week's work in one. */
export function AlsoPart({ missing }: { missing: readonly string[] }) {
  const { arrangementId } = useBench();
  const { also, setAlso } = useHandout();
  const pieces = usePieces().data ?? [];
  const others = pieces.filter(
    (piece) =>
      piece.arrangementId !== arrangementId &&
      !also.includes(piece.arrangementId) &&
      piece.archivedAt === null,
  );
  const titleOf = (id: string) =>
    pieces.find((piece) => piece.arrangementId === id)?.title ?? 'a piece of the repertoire';
  return (
    <MarginPart title="More on this sheet">
      {also.length > 0 && (
        <ul aria-label="Also on this sheet" className="mb-2 flex flex-col">
          {also.map((id) => (
            <li key={id} className="flex items-center justify-between gap-2 border-t border-ink1-22 py-1.5">
              <span>
                {titleOf(id)}
                {missing.includes(id) && (
                  <span role="alert" className="text-note block font-semibold">
                    It cannot be read. Remove it, or reload the page.
                  </span>
                )}
              </span>
              <Button
                look="plain"
                className="text-note"
                aria-label={`Remove ${titleOf(id)}`}
                onClick={() => setAlso(also.filter((each) => each !== id))}
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      {also.length < mostAlsoOnSheet ? (
        <SelectField
          label="Add another piece"
          value=""
          onChange={(event) => event.target.value !== '' && setAlso([...also, event.target.value])}
        >
          <option value="">choose one</option>
          {others.map((piece) => (
            <option key={piece.arrangementId} value={piece.arrangementId}>
              {piece.title}
            </option>
          ))}
        </SelectField>
      ) : (
        <p className="text-note">A sheet holds {mostAlsoOnSheet + 1} pieces at most.</p>
      )}
    </MarginPart>
  );
}
