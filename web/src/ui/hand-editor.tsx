import { fingerPairs, spanTable, type FingerPair, type Hand, type Span } from '@jocund/core/hands';
import { Choice } from './choice.tsx';
import { DecimalField } from './decimal-field.tsx';
import { Button } from './button.tsx';
import { Tick } from './tick.tsx';

interface HandEditorProps {
  /** Whose hand it is, for those who hear the page: "your hand", "Nell’s hand". */
  readonly whose: string;
  readonly hand: Hand;
  readonly onChange: (hand: Hand) => void;
}

const sizes = [
  { value: 'small', label: 'small' },
  { value: 'medium', label: 'medium' },
  { value: 'large', label: 'large' },
] as const;

/** What a fretting hand is taken to do: its size, the thumb over the edge, and spans where they were measured. */
export function HandEditor({ whose, hand, onChange }: HandEditorProps) {
  const table = spanTable(hand);
  const measured = Object.keys(hand.spans ?? {}).length;
  const setSpan = (pair: FingerPair, change: Partial<Span>) => {
    const span = { ...table[pair], ...change };
    const largestMm = Math.max(span.largestMm, span.comfortableMm);
    onChange({ ...hand, spans: { ...hand.spans, [pair]: { ...span, largestMm } } });
  };
  return (
    <fieldset>
      <legend className="sr-only">{whose}</legend>
      <div className="flex items-center justify-between gap-2 pb-1">
        <span className="text-note">Hand</span>
        <Choice
          label={`Size of ${whose}`}
          value={hand.size}
          options={sizes}
          onChange={(size) => onChange({ ...hand, size })}
        />
      </div>
      <Tick
        label="Thumb over the edge (T)"
        checked={hand.thumbOver}
        onChange={(thumbOver) => onChange({ ...hand, thumbOver })}
      />
      <details>
        <summary className="text-note">
          Spans between fingers{measured > 0 ? `, ${measured} measured` : ''}
        </summary>
        <p className="narrow text-note py-1 text-ink1-80">
          In mm along the neck: what is comfortable, and the most. Measure without straining; stop if it
          hurts.
        </p>
        <ul>
          {fingerPairs.map((pair) => {
            const name = `${pair[0]}–${pair[1]}`;
            return (
              <li key={pair} className="border-b border-ink1-40 py-1 last:border-b-0">
                <DecimalField
                  label={`${name}, comfortable`}
                  value={Math.round(table[pair].comfortableMm * 10) / 10}
                  low={10}
                  high={250}
                  onChange={(comfortableMm) => setSpan(pair, { comfortableMm })}
                />
                <DecimalField
                  label={`${name}, most`}
                  value={Math.round(table[pair].largestMm * 10) / 10}
                  low={10}
                  high={250}
                  onChange={(largestMm) => setSpan(pair, { largestMm })}
                />
              </li>
            );
          })}
        </ul>
        {measured > 0 && (
          <Button
            look="plain"
            className="text-note mt-1"
            onClick={() => onChange({ size: hand.size, thumbOver: hand.thumbOver })}
          >
            Back to the table of a {hand.size} hand
          </Button>
        )}
      </details>
    </fieldset>
  );
}
