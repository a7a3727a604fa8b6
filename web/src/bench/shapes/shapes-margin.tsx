import { highestFret, soundingShift } from '@jocund/core/instrument';
import { withSigns } from '@jocund/core/pitch';
import {
  beatAt,
  beatStarts,
  gripAt,
  layGrip,
  removeGrip,
  type GripFrets,
  type Study,
} from '@jocund/core/score';
import { fretsText, nameGrip, parseFrets } from '@jocund/core/shapes';
import { useState } from 'react';
import { GripDrawing } from '../../score-view/grip-drawing.tsx';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { Queries } from '../queries.tsx';

/** Grips typed as frets, named by what sounds as they are typed, and laid on the beat under the cursor. */
export function ShapesMargin() {
  const { study, cursor } = useBench();
  const bar = study.bars[cursor.bar];
  const tick = bar ? (beatStarts(bar.metre).findLast((each) => each <= cursor.tick) ?? 0) : 0;
  const beat = bar ? beatAt(bar.metre, tick) : 1;
  return (
    <Margin title="Shapes" note="A grip holds until the next one is laid.">
      <GripForm key={`${cursor.bar} ${tick}`} bar={cursor.bar} tick={tick} beat={beat} />
      <GripsInUse bar={cursor.bar} tick={tick} />
      <Queries />
    </Margin>
  );
}

function GripForm({ bar, tick, beat }: { bar: number; tick: number; beat: number }) {
  const { study, edit, cursor, setCursor } = useBench();
  const laid = study.bars[bar]?.grips.find((grip) => grip.tick === tick);
  const held = laid ?? gripAt(study, bar, tick);
  const [typed, setTyped] = useState(laid ? fretsText(laid.frets) : '');
  const [functionName, setFunctionName] = useState(laid?.functionName ?? '');
  const parsed = parseFrets(typed, highestFret(study));

  const lay = () => {
    if (!parsed.ok) return;
    const name = functionName.trim();
    edit((each) =>
      layGrip(each, bar, { tick, frets: parsed.value, ...(name ? { functionName: name } : {}) }),
    );
    if (bar + 1 < study.bars.length) setCursor({ ...cursor, bar: bar + 1, tick: 0 });
  };

  return (
    <MarginPart
      title={`Bar ${bar + 1}, beat ${beat}`}
      note={laid ? 'laid here' : held ? `holds ${fretsText(held.frets)}` : 'nothing held'}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          lay();
        }}
      >
        <TextField
          label="Frets, string 6 to 1"
          autoComplete="off"
          spellCheck={false}
          placeholder="x32010"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={
            typed.trim() !== '' && !parsed.ok ? `${parsed.fault.reason}. ${parsed.fault.remedy}.` : undefined
          }
        />
        {parsed.ok && <NamedGrip study={study} frets={parsed.value} />}
        <TextField
          label="What you call it (optional)"
          className="mt-3"
          maxLength={24}
          value={functionName}
          onChange={(event) => setFunctionName(event.target.value)}
        />
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="solid" disabled={!parsed.ok}>
            Lay grip
          </Button>
          {laid && <Button onClick={() => edit((each) => removeGrip(each, bar, tick))}>Lift it</Button>}
        </div>
      </form>
    </MarginPart>
  );
}

/** The box, the literal name, what is missing, and the other names of the same tones. */
function NamedGrip({ study, frets }: { study: Study; frets: GripFrets }) {
  const named = nameGrip(study.tuning, frets, { key: study.key, soundingShift: soundingShift(study) });
  const tones = named.tones.map(({ pitch }) => withSigns(pitch.replace(/-?\d+$/, ''))).join(' ');
  return (
    <div className="mt-3 flex items-start gap-4" aria-live="polite">
      <svg viewBox="-14 -8 90 78" width="104" height="90" aria-hidden className="flex-none">
        <GripDrawing frets={frets} x={0} y={0} />
      </svg>
      <div>
        <p className="figure text-head" data-testid="grip-name">
          {named.name ? withSigns(named.name) : 'no plain name'}
        </p>
        <p className="text-note">{tones}</p>
        {soundingShift(study) !== 0 && named.soundingName && (
          <p className="text-note">sounds {withSigns(named.soundingName)}</p>
        )}
        {named.missing.length > 0 && (
          <p className="text-note">without its {named.missing.map(withSigns).join(', ')}</p>
        )}
        {named.alternatives.length > 0 && (
          <p className="text-note text-ink1-80">
            or {named.alternatives.slice(0, 2).map(withSigns).join(', ')}
          </p>
        )}
      </div>
    </div>
  );
}

/** Every grip of the piece once, most used first; a press lays it on the beat under the cursor. */
function GripsInUse({ bar, tick }: { bar: number; tick: number }) {
  const { study, edit } = useBench();
  const uses = new Map<string, { frets: GripFrets; functionName: string | undefined; count: number }>();
  for (const { frets, functionName } of study.bars.flatMap((each) => each.grips)) {
    const known = uses.get(fretsText(frets));
    uses.set(fretsText(frets), {
      frets,
      functionName: known?.functionName ?? functionName,
      count: (known?.count ?? 0) + 1,
    });
  }
  if (uses.size === 0) return null;
  return (
    <MarginPart title="Grips in this piece" note={counted(uses.size, 'grip')}>
      <ul>
        {[...uses.entries()]
          .sort(([, a], [, b]) => b.count - a.count)
          .map(([text, { frets, functionName, count }]) => {
            const name = nameGrip(study.tuning, frets, { key: study.key }).name;
            return (
              <li
                key={text}
                className="flex items-center gap-3 border-b border-ink1-40 py-1.5 last:border-b-0"
              >
                <svg viewBox="-14 -8 90 78" width="62" height="54" aria-hidden className="flex-none">
                  <GripDrawing frets={frets} x={0} y={0} />
                </svg>
                <div className="min-w-0 flex-1">
                  <p className="figure text-base">{withSigns(functionName ?? name ?? 'no plain name')}</p>
                  <p className="narrow text-note text-ink1-80">
                    {text} ·{' '}
                    {functionName && name && functionName !== name ? `sounds ${withSigns(name)} · ` : ''}
                    {count}×
                  </p>
                </div>
                <Button
                  look="plain"
                  className="text-note"
                  aria-label={`Lay ${text} here`}
                  onClick={() =>
                    edit((each) =>
                      layGrip(each, bar, { tick, frets, ...(functionName ? { functionName } : {}) }),
                    )
                  }
                >
                  Lay here
                </Button>
              </li>
            );
          })}
      </ul>
    </MarginPart>
  );
}
