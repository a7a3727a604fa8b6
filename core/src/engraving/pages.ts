import type { CallEntry } from '../directions/index.ts';
import { phrasesOf } from '../form/index.ts';
import type { NameLanguage } from '../pitch/index.ts';
import { numberOfBar, type Score } from '../score/index.ts';
import type { WalkThroughDepth } from '../walk-through/index.ts';
import { drawSheet } from './draw-sheet.ts';
import type { SheetOptions, SystemPicture } from './draw-system.ts';
import { drawComments, drawGripsPage, drawLegend, drawPracticeTable, drawWords } from './page-extras.ts';
import type { PageBlock } from './page-block.ts';
import { drawFoot, drawHead } from './page-head.ts';
import { drawSong } from './page-song.ts';
import { drawTuningPlan } from './page-tuning.ts';
import type { Shape } from './shape.ts';
import { sheetMeasures } from './sheet-layout.ts';
import { gutter } from './sheet-rows.ts';

export type Paper = 'a4' | 'letter';

/** Width and height in mm (ISO 216; ANSI/ASME Y14.1). */
const paperMm: Readonly<Record<Paper, readonly [number, number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
};

const marginMm = 14;

/** Fret digits are so many sheet units high, and so many points in print at least; larger where that costs no page, and in large print. */
const digitUnits = 16;
const leastDigitPt = 9;
const roomyDigitPt = [11, 10];
const largeDigitPt = 12;
/** Larger type is tried on so many pages at most: on more, there is hardly a page that has room to spare. */
const mostRoomyPages = 2;

/** One sheet unit in mm where fret digits have so many points (1/72 inch). */
const unitMmOf = (digitPt: number): number => (digitPt * 25.4) / 72 / digitUnits;

/** Things drawn together on a page, moved to their place. */
export interface PagePart {
  readonly x: number;
  readonly y: number;
  /** Below 1 for a line too wide for the page. */
  readonly scale: number;
  readonly shapes: readonly Shape[];
  /** For whoever has it read aloud: a title, words read as they stand, a drawing with what it shows, or nothing that belongs to the text. */
  readonly role: 'title' | 'words' | 'drawing' | 'foot';
  /** What a drawing shows; empty otherwise. */
  readonly says: string;
}

/** A printed page in sheet units. */
export interface Page {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly unitMm: number;
  readonly parts: readonly PagePart[];
}

export interface PageOptions extends SheetOptions {
  readonly paper: Paper;
  /** Whom the sheet is for; empty: nobody named. */
  readonly student: string;
  /** 1 to 8, as the studio grades it; absent: by the weights that ship. */
  readonly grade?: number | undefined;
  readonly holds?: SheetHolds | undefined;
  /** In which language words of the sheet's own stand. Absent: English. */
  readonly language?: NameLanguage | undefined;
}

/** What a printed sheet holds beside the music. */
export interface SheetHolds {
  /** The teacher's comments, under the music. */
  readonly comments?: boolean | undefined;
  /** The way from standard tuning, before the music. */
  readonly tuning?: boolean | undefined;
  /** Words with the chords over them, and how a bar is struck, after the music. */
  readonly song?: boolean | undefined;
  /** Every grip with its fingers, before the music. */
  readonly grips?: boolean | undefined;
  /** A table to tick off, after the music. */
  readonly practice?: boolean | undefined;
  /** The piece in words, after the music; absent: none. */
  readonly words?: WalkThroughDepth | undefined;
  /** Large print, for eyes or stands far away. */
  readonly large?: boolean | undefined;
}

const systemGap = 30;
const footHeight = 26;

/**
 * Sets a score on pages: title and figures on the first, whole systems, a footer with the tuning on each. A system is never parted
 * from its call line, nor a phrase over two pages where one holds it. Fret digits have nine points at least, and more where that costs no page.
 */
export function layPages(score: Score, options: PageOptions): Page[] {
  const least = setPages(score, options, unitMmOf(options.holds?.large ? largeDigitPt : leastDigitPt));
  if (options.holds?.large || least.length > mostRoomyPages) return least;
  for (const points of roomyDigitPt) {
    const larger = setPages(score, options, unitMmOf(points));
    if (larger.length <= least.length) return larger;
  }
  return least;
}

function setPages(score: Score, options: PageOptions, unitMm: number): Page[] {
  const [widthMm, heightMm] = paperMm[options.paper];
  const margin = marginMm / unitMm;
  const width = widthMm / unitMm - 2 * margin;
  const bottom = heightMm / unitMm - margin - footHeight;
  const { systems, calls } = drawSheet(
    score,
    { ...sheetMeasures, width: width - gutter - 1.5, without: tornBy(score) },
    options,
  );
  const head = drawHead(score, options, width);

  const pages: PagePart[][] = [
    [{ x: margin, y: margin, scale: 1, shapes: head.shapes, role: 'title', says: '' }],
  ];
  let y = margin + head.height;
  const place = (blocks: readonly Placed[]): void => {
    for (const { shapes, height, scale, gap, says = '' } of blocks) {
      const role = says === '' ? 'words' : 'drawing';
      pages.at(-1)?.push({ x: margin, y, scale, shapes, role, says });
      y += height * scale + gap;
    }
  };
  /** Puts things that stay together where a page holds them, on this page or the next. */
  const put = (blocks: readonly Placed[]): void => {
    const height =
      blocks.reduce((sum, each) => sum + each.height * each.scale + each.gap, 0) - lastGap(blocks);
    if (y + height <= bottom) {
      place(blocks);
      return;
    }
    if (margin + height > bottom && blocks.length > 1) {
      for (const each of blocks) put([each]);
      return;
    }
    if ((pages.at(-1)?.length ?? 0) > 0) {
      pages.push([]);
      y = margin;
    }
    place(blocks);
  };
  const putBlocks = (blocks: readonly PageBlock[]) => {
    for (const block of blocks) put([{ ...block, scale: 1, gap: 0 }]);
  };
  const { holds = {}, language = 'english' } = options;
  if (holds.tuning) putBlocks(drawTuningPlan(score, options.shown, width));
  if (holds.grips) putBlocks(drawGripsPage(score, options.shown, width));
  for (const phrase of byPhrase(score, systems))
    put(
      phrase.map(({ shapes, height, width: own, layout }) => ({
        shapes,
        height,
        says: layout.bars.map(({ bar }) => barInWords(score, bar, calls[bar])).join(' '),
        scale: Math.min(1, width / own),
        gap: systemGap,
      })),
    );
  if (holds.song) putBlocks(drawSong(score, options.shown, width));
  if (holds.comments) putBlocks(drawComments(score, width));
  if (holds.words) putBlocks(drawWords(score, { depth: holds.words, language }, width));
  if (holds.practice) putBlocks([drawPracticeTable(score, width)]);
  putBlocks([drawLegend(score, width)]);
  return pages.map((parts, index) => ({
    widthMm,
    heightMm,
    unitMm,
    parts: [
      ...parts,
      {
        x: margin,
        y: bottom + 8,
        scale: 1,
        shapes: drawFoot(score, options, width, index + 1, pages.length),
        role: 'foot',
        says: '',
      },
    ],
  }));
}

/** What is played in a bar, as it is called. */
const barInWords = (score: Score, bar: number, calls: readonly CallEntry[] = []): string =>
  `Bar ${numberOfBar(score, bar)}: ${calls.map(({ text }) => text).join(', ') || 'nothing'}.`;

/** A block with how large it is drawn and what stays free below it. */
interface Placed extends PageBlock {
  readonly scale: number;
  readonly gap: number;
}

const lastGap = (blocks: readonly Placed[]): number => blocks.at(-1)?.gap ?? 0;

/** Systems together that hold one phrase, where phrases begin and end with systems. */
function byPhrase(score: Score, systems: readonly SystemPicture[]): SystemPicture[][] {
  const starts = new Set(phrasesOf(score).map(({ first }) => first));
  const groups: SystemPicture[][] = [];
  for (const system of systems) {
    const begins = system.layout.bars.some(({ bar }) => starts.has(bar));
    const group = groups.at(-1);
    if (group && !begins) group.push(system);
    else groups.push([system]);
  }
  return groups.flatMap((group) =>
    starts.has(group[0]?.layout.bars[0]?.bar ?? 0) ? [group] : group.map((system) => [system]),
  );
}

/** Three bars a line tear phrases of four: where most phrases are, they are set by two then. */
function tornBy(score: Score): number[] {
  const phrases = phrasesOf(score);
  const ofFour = phrases.filter(({ first, last }) => (last + 1 - first) % 4 === 0);
  return 2 * ofFour.length >= phrases.length ? [3] : [];
}
