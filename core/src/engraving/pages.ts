import type { CallEntry } from '../directions/index.ts';
import { phrasesOf } from '../form/index.ts';
import { standardTuning, type Tuning } from '../instrument/index.ts';
import type { NameLanguage } from '../pitch/index.ts';
import { numberOfBar, type Score } from '../score/index.ts';
import type { WalkThroughDepth } from '../walk-through/index.ts';
import { drawSheet } from './draw-sheet.ts';
import type { SheetOptions, SystemPicture } from './draw-system.ts';
import { drawComments, drawGripsPage, drawLegend, drawPracticeTable, drawWords } from './page-extras.ts';
import type { PageBlock } from './page-block.ts';
import { drawFoot, drawHead } from './page-head.ts';
import { drawPracticeLink } from './page-link.ts';
import { drawSong } from './page-song.ts';
import { drawTuningPlan } from './page-tuning.ts';
import { drawVerses } from './page-verses.ts';
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
  /** Other pieces after it, each under its own head, with its own capo, metre and tempo. */
  readonly also?: readonly AlsoOnSheet[] | undefined;
  /** In which language words of the sheet's own stand. Absent: English. */
  readonly language?: NameLanguage | undefined;
}

/** Another piece on a sheet. */
export interface AlsoOnSheet {
  readonly score: Score;
  readonly fingers?: SheetOptions['fingers'];
  readonly grade?: number | undefined;
}

/** What a printed sheet holds beside the music. */
export interface SheetHolds {
  /** The teacher's comments, under the music. */
  readonly comments?: boolean | undefined;
  /** The way from standard tuning, or from that of the piece before it on the sheet, before the music. */
  readonly tuning?: boolean | undefined;
  /** Words with the chords over them, and how a bar is struck, after the music. */
  readonly song?: boolean | undefined;
  /** Every grip with its fingers, before the music. */
  readonly grips?: boolean | undefined;
  /** A table to tick off, after the music. */
  readonly practice?: boolean | undefined;
  /** The piece in words, after the music; absent: none. */
  readonly words?: WalkThroughDepth | undefined;
  /** Later verses beside the ones they vary, after the music. */
  readonly verses?: boolean | undefined;
  /** Standard notation without tab; counts only where there is a staff. */
  readonly notesAlone?: boolean | undefined;
  /** Where it is practised, as a code and in letters; absent: nowhere. */
  readonly link?: string | undefined;
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
  const pages: PagePart[][] = [[]];
  let y = margin;
  const place = (blocks: readonly Placed[]): void => {
    for (const { shapes, height, scale, gap, role, says = '', origin = { x: 0, y: 0 } } of blocks) {
      pages.at(-1)?.push({
        x: margin - origin.x * scale,
        y: y - origin.y * scale,
        scale,
        shapes,
        role: role ?? (says === '' ? 'words' : 'drawing'),
        says,
      });
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
  const pieces = [{ ...options, score }, ...(options.also ?? []).map((each) => ({ ...options, ...each }))];
  pieces.forEach((piece, index) => {
    const before = pieces[index - 1]?.score.tuning ?? standardTuning;
    for (const blocks of blocksOf(piece.score, piece, { width, before })) put(blocks);
  });
  const { link, notesAlone = false } = options.holds ?? {};
  if (link) put([{ ...drawPracticeLink(link, options.language ?? 'english'), scale: 1, gap: 0 }]);
  const scores = pieces.map((each) => each.score);
  const hasTab = !notesAlone || options.staff === undefined;
  put([{ ...drawLegend(scores, width, hasTab), scale: 1, gap: 0 }]);
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
        shapes: drawFoot(scores, options, width, { page: index + 1, of: pages.length }),
        role: 'foot',
        says: '',
      },
    ],
  }));
}

/** What a piece has on its pages, top to bottom; what stands in one list stays on one page where that holds it. */
function blocksOf(
  score: Score,
  options: PageOptions,
  { width, before }: { readonly width: number; readonly before: Tuning },
): Placed[][] {
  const { holds = {}, language = 'english', shown } = options;
  const { systems, calls } = drawSheet(
    score,
    { ...sheetMeasures, width: width - gutter - 1.5, without: tornBy(score) },
    { ...options, notesAlone: holds.notesAlone },
  );
  const phrases = byPhrase(score, systems).map((phrase) =>
    phrase.map(({ shapes, height, width: own, layout }): Placed => ({
      shapes,
      height,
      says: layout.bars.map(({ bar }) => barInWords(score, bar, calls[bar])).join(' '),
      scale: Math.min(1, width / own),
      gap: systemGap,
    })),
  );
  const alone = (blocks: readonly PageBlock[]): Placed[][] =>
    blocks.map((block) => [{ ...block, scale: 1, gap: 0 }]);
  const head: Placed = { ...drawHead(score, options, width), role: 'title', scale: 1, gap: 0 };
  const [first = [], ...others] = [
    ...alone(holds.tuning ? drawTuningPlan(before, score, shown, width) : []),
    ...alone(holds.grips ? drawGripsPage(score, shown, width) : []),
    ...phrases,
  ];
  return [
    // A head is not left behind at the foot of a page.
    [head, ...first],
    ...others,
    ...(holds.verses ? drawVerses(score, shown, width) : []).map((group) =>
      group.map((block): Placed => ({ ...block, scale: 1, gap: 0 })),
    ),
    ...alone(holds.song ? drawSong(score, shown, width) : []),
    ...alone(holds.comments ? drawComments(score, width) : []),
    ...alone(holds.words ? drawWords(score, { depth: holds.words, language }, width) : []),
    ...alone(holds.practice ? [drawPracticeTable(score, width)] : []),
  ];
}

/** What is played in a bar, as it is called. */
const barInWords = (score: Score, bar: number, calls: readonly CallEntry[] = []): string =>
  `Bar ${numberOfBar(score, bar)}: ${calls.map(({ text }) => text).join(', ') || 'nothing'}.`;

/** A block with how large it is drawn and what stays free below it. */
interface Placed extends PageBlock {
  readonly role?: PagePart['role'];
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
