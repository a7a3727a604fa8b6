// @vitest-environment jsdom
import { blankStudy, type Note, type Study } from '@jocund/core/score';
import { cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { rows, yOfString } from './geometry.ts';
import { GripDrawing } from './grip-drawing.tsx';
import { withSigns } from '@jocund/core/pitch';
import { shownName } from './grip-name.ts';
import { Sheet } from './sheet.tsx';

afterEach(cleanup);

const red = 'var(--color-ink2)';
const note = (over: Partial<Note>): Note => ({
  tick: 0,
  durationTicks: 480,
  string: 1,
  fret: 0,
  voice: 'melody',
  ...over,
});

function draw(notes: Note[], over: Partial<Study> = {}): SVGSVGElement {
  const blank = blankStudy({ title: 'Drawn', barCount: 1 });
  const { container } = render(
    <Sheet
      study={{ ...blank, ...over, bars: [{ ...blank.bars[0]!, thumbPattern: 'by-hand', notes }] }}
      width={500}
    />,
  );
  return container.querySelector('svg')!;
}
const texts = (svg: SVGElement) => [...svg.querySelectorAll('text')].map(({ textContent }) => textContent);
const lines = (svg: SVGElement, stroke: string) =>
  [...svg.querySelectorAll('line')].filter(
    (line) => (line.closest('[stroke]')?.getAttribute('stroke') ?? line.getAttribute('stroke')) === stroke,
  );

describe('the tab', () => {
  test('string 1 is on top and every string is drawn as thick as it is', () => {
    expect([1, 2, 3, 4, 5, 6].map((string) => yOfString(string as 1))).toEqual([
      114, 133, 152, 171, 190, 209,
    ]);
    const widths = lines(draw([]), 'var(--color-ink1-65)')
      .slice(0, 6)
      .map((line) => Number(line.getAttribute('stroke-width')));
    expect(widths).toEqual([...widths].sort((a, b) => a - b));
    expect(new Set(widths).size).toBe(6);
  });
  test('a pinch is yoked from its highest to its lowest string', () => {
    const svg = draw([
      note({ string: 6, voice: 'thumb', durationTicks: 960 }),
      note({ string: 2, durationTicks: 960 }),
    ]);
    const [yoke] = lines(svg, 'var(--color-over)');
    expect([yoke!.getAttribute('y1'), yoke!.getAttribute('y2')].map(Number)).toEqual([
      yOfString(2),
      yOfString(6),
    ]);
  });
  test('thumb stems go down to the call line, melody stems up', () => {
    const svg = draw([
      note({ string: 5, voice: 'thumb', durationTicks: 960 }),
      note({ tick: 960, string: 2, durationTicks: 960 }),
    ]);
    const down = lines(svg, 'var(--color-ink1)').find(
      (line) =>
        Number(line.getAttribute('y2')) === rows.callTop && Number(line.getAttribute('y1')) === yOfString(5),
    );
    expect(down).toBeDefined();
    const up = lines(svg, red).find((line) => Number(line.getAttribute('y2')) === rows.stemTop);
    expect(Number(up!.getAttribute('y1'))).toBe(yOfString(2));
  });
  test('eighths of a beat share a beam', () => {
    const beams = (notes: Note[]) =>
      lines(draw(notes), red).filter(
        (line) => line.getAttribute('y1') === line.getAttribute('y2') && line.closest('[stroke-width="4"]'),
      ).length;
    expect(beams([note({}), note({ tick: 480, fret: 2 })])).toBe(1);
    cleanup();
    expect(beams([note({ tick: 480 }), note({ tick: 960, fret: 2 })])).toBe(0);
  });
  test('hammer-ons and pull-offs carry their letter, dead notes their cross, tied notes no digit', () => {
    const svg = draw([
      note({ fret: 2 }),
      note({ tick: 480, fret: 4, arrival: 'hammer-on' }),
      note({ tick: 960, fret: 2, arrival: 'pull-off' }),
      note({ tick: 1440, dead: true }),
    ]);
    expect(texts(svg)).toEqual(expect.arrayContaining(['h', 'p', '×']));
    cleanup();
    const tied = draw([note({ fret: 7, durationTicks: 960 }), note({ tick: 960, fret: 7, tied: true })]);
    expect(texts(tied).filter((text) => text === '7')).toHaveLength(1);
  });
  test('the metre is written where it begins; the tuning’s notes stand at the strings', () => {
    const svg = draw([], { tuning: { name: 'Open D', pitches: ['D2', 'A2', 'D3', 'F#3', 'A3', 'D4'] } });
    expect(texts(svg).filter((text) => text === '4').length).toBeGreaterThanOrEqual(2);
    expect(texts(svg)).toContain('F♯');
  });
});

describe('the call row', () => {
  test('says each word at its note, and counts the silent ands too', () => {
    const svg = draw([
      note({ string: 6, voice: 'thumb', durationTicks: 960 }),
      note({ durationTicks: 960 }),
      note({ tick: 1440, string: 2 }),
    ]);
    expect(texts(svg)).toEqual(expect.arrayContaining(['pinch', '6+1', '2', '&']));
    expect(texts(svg).filter((text) => text === '&')).toHaveLength(4);
  });
  test('a verb that would touch its neighbour gives way to its letter', () => {
    const crowded = draw(
      [
        note({ voice: 'thumb', string: 6 }),
        note({ fret: 2 }),
        note({ tick: 480, fret: 0, arrival: 'pull-off' }),
        note({ tick: 960, voice: 'thumb', string: 4 }),
        note({ tick: 960, string: 2 }),
      ],
      {},
    );
    expect(texts(crowded)).not.toContain('hammer');
    expect(texts(crowded).filter((text) => text === 'p' || text === 'pull').length).toBeGreaterThan(0);
  });
});

describe('grips', () => {
  const marks = (frets: (number | null)[]) => {
    const { container } = render(
      <svg>
        <GripDrawing grip={{ frets }} x={20} y={0} />
      </svg>,
    );
    return {
      circles: container.querySelectorAll('circle').length,
      squares: container.querySelectorAll('rect').length,
      crosses: container.querySelectorAll('path').length,
      text: container.textContent,
    };
  };
  test('squares for the thumb’s strings, rings for the melody’s, crosses for strings not played', () => {
    expect(marks([null, 3, 2, 0, 1, 0])).toEqual({ circles: 3, squares: 2, crosses: 1, text: '' });
  });
  test('a grip up the neck says at which fret it begins', () => {
    expect(marks([null, 7, 9, 7, 9, 7]).text).toBe('7');
  });
  test('large boxes carry the fingers, a barre as a bar, silent fingers dashed; small ones are left clear', () => {
    const draw = (height: number) =>
      render(
        <svg>
          <GripDrawing
            grip={{ frets: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1], silent: [1] }}
            x={20}
            y={0}
            height={height}
          />
        </svg>,
      ).container;
    const large = draw(90);
    expect([...large.querySelectorAll('text')].map(({ textContent }) => textContent).join('')).toBe('112431');
    expect(large.querySelectorAll('line[stroke="var(--color-over)"]')).toHaveLength(1);
    expect(large.querySelectorAll('[stroke-dasharray]')).toHaveLength(1);
    expect(draw(52).querySelectorAll('text')).toHaveLength(0);
  });
  test('what the teacher calls it comes first, else what sounds', () => {
    const { tuning, key } = blankStudy({ title: 'Named' });
    expect(shownName({ tuning, key }, { tick: 0, frets: [2, 0, 0, 2, 1, 2] }, withSigns)).toBe('D7/F♯');
    expect(
      shownName({ tuning, key }, { tick: 0, frets: [2, 0, 0, 2, 1, 2], functionName: 'V7' }, withSigns),
    ).toBe('V7');
    expect(shownName({ tuning, key }, { tick: 0, frets: [null, 0, 4, 5, 4, 0] }, withSigns)).toBe('no name');
  });
});
