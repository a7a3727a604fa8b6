import { numberOfBar, gripAt, type Score } from '@jocund/core/score';
import { Slider } from 'radix-ui';
import { gripName } from '@jocund/core/engraving';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import type { Transport } from './use-transport.ts';

interface BarStripProps {
  readonly score: Score;
  readonly transport: Transport;
  readonly bar: number;
}

/** Every bar with its grips: press one to start there, with Shift to loop up to it. The loop is a bracket with an end to hold at each side. */
export function BarStrip({ score, transport, bar }: BarStripProps) {
  const { cursor, setCursor } = useBench();
  const count = score.bars.length;
  const shown = useNames();
  const names = score.bars.map((each, index) => {
    const carried = each.grips.some(({ tick }) => tick === 0) ? undefined : gripAt(score, index, 0);
    const held = [...(carried ? [carried] : []), ...each.grips];
    return held.length > 0 ? held.map((grip) => gripName(score, grip, shown)).join(' ') : '–';
  });
  const { loop, setLoop } = transport;
  /** The loop as far as a bar: the nearer end goes there; without a loop it begins where the piece stands. */
  const extendTo = (index: number) => {
    const { fromBar, toBar } = loop ?? { fromBar: bar, toBar: bar };
    if (index < fromBar) setLoop({ fromBar: index, toBar });
    else if (index > toBar) setLoop({ fromBar, toBar: index });
    else if (index - fromBar < toBar - index) setLoop({ fromBar: index, toBar });
    else setLoop({ fromBar, toBar: index });
  };
  const goTo = (index: number) => {
    setCursor({ ...cursor, bar: index, tick: 0 });
    if (transport.state.status !== 'idle') transport.playFrom(index);
  };
  return (
    <div className="flex min-w-40 flex-1 items-center gap-2">
      <button
        type="button"
        aria-pressed={loop !== undefined}
        className={`h-8.5 border px-2 text-note font-semibold ${loop ? 'border-paper bg-paper text-ink1' : 'border-ink1-65 hover:bg-ink1-80'}`}
        onClick={() => setLoop(loop ? undefined : { fromBar: bar, toBar: Math.min(count - 1, bar + 1) })}
      >
        Loop
      </button>
      <div className="relative min-w-0 flex-1">
        <div className="flex h-8.5 border border-ink1-65" role="group" aria-label="Bars">
          {names.map((name, index) => (
            <button
              key={index}
              type="button"
              tabIndex={index === bar ? 0 : -1}
              aria-label={`Bar ${numberOfBar(score, index)}, ${name}`}
              aria-current={index === bar ? 'true' : undefined}
              className={`narrow text-label min-w-0 flex-1 border-l border-ink1-65 font-semibold whitespace-nowrap first:border-l-0 ${count <= 20 ? 'overflow-hidden' : 'overflow-visible'} ${index === bar ? 'bg-brass text-ink1' : 'hover:bg-ink1-80'}`}
              onClick={(event) => (event.shiftKey ? extendTo(index) : goTo(index))}
              onKeyDown={(event) => {
                const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
                const next =
                  step === undefined ? undefined : event.currentTarget.parentElement?.children[index + step];
                if (next instanceof HTMLElement && step !== undefined) {
                  event.preventDefault();
                  if (event.shiftKey) extendTo(index + step);
                  else goTo(index + step);
                  next.focus();
                }
              }}
            >
              {count <= 20 ? name : numberOfBar(score, index) % 4 === 1 ? numberOfBar(score, index) : ''}
            </button>
          ))}
        </div>
        {loop && (
          <Slider.Root
            className="pointer-events-none absolute inset-0 flex items-center"
            min={0}
            max={count}
            step={1}
            minStepsBetweenThumbs={1}
            value={[Math.min(loop.fromBar, count - 1), Math.min(loop.toBar + 1, count)]}
            onValueChange={([from = 0, to = 1]) => setLoop({ fromBar: from, toBar: to - 1 })}
          >
            <Slider.Track className="relative h-full flex-1">
              <Slider.Range className="absolute -inset-y-0.5 border-2 border-paper" />
            </Slider.Track>
            <Slider.Thumb
              aria-label="Loop from bar"
              aria-valuetext={`from bar ${numberOfBar(score, loop.fromBar)}`}
              className="pointer-events-auto block h-10 w-2.5 bg-paper outline-offset-1"
            />
            <Slider.Thumb
              aria-label="Loop to bar"
              aria-valuetext={`to bar ${numberOfBar(score, loop.toBar)}`}
              className="pointer-events-auto block h-10 w-2.5 bg-paper outline-offset-1"
            />
          </Slider.Root>
        )}
      </div>
    </div>
  );
}
