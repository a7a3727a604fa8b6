import type { ComparedTrait } from '@jocund/core/style';
import { useState } from 'react';
import { BarsShown } from './bars-shown.tsx';
import { percent, plainNumber } from './figures.ts';
import type { Side } from './whose.ts';

interface ToldApartProps {
  readonly compared: readonly ComparedTrait[];
  readonly one: Side;
  readonly other: Side;
}

const most = 8;

/** What tells two players apart, the surest first; each can be opened to hear two bars of either side. */
export function ToldApart({ compared, one, other }: ToldApartProps) {
  const [open, setOpen] = useState<string | undefined>();
  return (
    <ol>
      {compared.slice(0, most).map((each) => (
        <li key={each.trait.id} className="border-b border-ink1-40">
          <button
            type="button"
            aria-expanded={open === each.trait.id}
            onClick={() => setOpen(open === each.trait.id ? undefined : each.trait.id)}
            className="block w-full py-1.5 text-left hover:bg-ink1-12"
          >
            <span className="flex justify-between gap-2">
              <span className="font-semibold">{each.trait.name}</span>
              <span className="figure">{percent(each.apart)}</span>
            </span>
            <span className="text-note block">{differenceWords(each)}</span>
            <span className="text-note block text-ink1-80">{sureWords(each)}</span>
          </button>
          {open === each.trait.id && (
            <div className="flex flex-col gap-3 pb-3">
              {[
                { side: one, example: each.heard.one },
                { side: other, example: each.heard.other },
              ].map(({ side, example }) => (
                <div key={side.whose.key}>
                  <p className="text-note font-semibold">{side.whose.name}</p>
                  {example ? (
                    <BarsShown
                      example={example}
                      arrangementIds={side.manner.arrangementIds}
                      count={2}
                      width={250}
                    />
                  ) : (
                    <p className="text-note">No bar shows it.</p>
                  )}
                </div>
              ))}
            </div>
          )}
        </li>
      ))}
    </ol>
  );
}

function differenceWords({ means, trait, values }: ComparedTrait): string {
  if (means) return `${plainNumber(means.one)} and ${plainNumber(means.other)} ${trait.unit ?? ''}`;
  return values
    .slice(0, 2)
    .map(({ name, one, other }) => `${String(name)}: ${percent(one)} and ${percent(other)}`)
    .join('; ');
}

/** The named statistic with its interval. */
const sureWords = ({ statistic, distance, trait }: ComparedTrait): string =>
  `${statistic} ${distance.value.toFixed(2)} ${trait.values === 'kinds' ? 'bits' : (trait.unit ?? '')}, ${distance.low.toFixed(2)} to ${distance.high.toFixed(2)}`;
