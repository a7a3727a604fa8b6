import { callLine, type CallEntry } from '../directions/index.ts';
import { indexOfBar, type Bar, type PlacedGrip, type Score } from '../score/index.ts';
import { drawSystem, type SheetOptions, type SystemPicture } from './draw-system.ts';
import { layoutSheet, type SheetMeasures, type SystemLayout } from './sheet-layout.ts';
import { signatureRoom } from './signature-room.ts';

/** A score on its sheet: systems from top to bottom, and the call line by bar. */
export interface SheetPicture {
  readonly systems: readonly SystemPicture[];
  readonly calls: readonly (readonly CallEntry[])[];
}

/** What a system was drawn from: when it is the same, so is the picture. */
interface Drawn {
  readonly score: Score;
  readonly calls: readonly (readonly CallEntry[])[];
  readonly options: SheetOptions;
}

const drawnFrom = new WeakMap<SystemPicture, Drawn>();

/**
 * Lays a score out and draws it. Systems in which nothing changed since `previous` are handed over as they are, the same
 * objects: typing in bar 60 leaves bar 1 alone.
 */
export function drawSheet(
  score: Score,
  measures: SheetMeasures,
  options: SheetOptions,
  previous?: SheetPicture,
): SheetPicture {
  const calls = callsByBar(score);
  const systemLead = options.staff ? signatureRoom(score.key) : 0;
  const systems = layoutSheet(score, { ...measures, systemLead, call: options.call }).map((layout, index) => {
    const old = previous?.systems[index];
    if (old && isUnchanged(old, score, layout, calls, options)) return old;
    const picture = drawSystem(score, layout, calls, options);
    drawnFrom.set(picture, { score, calls, options });
    return picture;
  });
  return { systems, calls };
}

/** A drawer for one sheet on a screen: it remembers what it drew and draws anew only what changed. */
export function createSheetDrawer(): (
  score: Score,
  measures: SheetMeasures,
  options: SheetOptions,
) => SheetPicture {
  let last: SheetPicture | undefined;
  return (score, measures, options) => (last = drawSheet(score, measures, options, last));
}

/** The call line of a score, bar by bar. */
export function callsByBar(score: Score): CallEntry[][] {
  const byBar = score.bars.map((): CallEntry[] => []);
  for (const entry of callLine(score)) byBar[indexOfBar(score, entry.bar)]?.push(entry);
  return byBar;
}

function isUnchanged(
  old: SystemPicture,
  score: Score,
  layout: SystemLayout,
  calls: readonly (readonly CallEntry[])[],
  options: SheetOptions,
): boolean {
  const drawn = drawnFrom.get(old);
  if (drawn?.score.tuning !== score.tuning || drawn.score.key !== score.key) return false;
  if (!sameOptions(drawn.options, options) || !sameLayout(old.layout, layout)) return false;
  const [first, last] = [layout.bars[0]?.bar ?? 0, layout.bars.at(-1)?.bar ?? 0];
  // The lines at both ends, repeats and ranges look one bar beyond the system.
  for (let bar = first - 1; bar <= last + 1; bar += 1)
    if (drawn.score.bars[bar] !== score.bars[bar]) return false;
  return layout.bars.every(
    ({ bar }) =>
      drawn.options.fingers?.[bar]?.key === options.fingers?.[bar]?.key &&
      heldBefore(drawn.score, bar) === heldBefore(score, bar) &&
      sameCalls(drawn.calls[bar], calls[bar]),
  );
}

const sameOptions = (a: SheetOptions, b: SheetOptions): boolean =>
  a.shown === b.shown &&
  a.leftHanded === b.leftHanded &&
  a.staff === b.staff &&
  a.notesAlone === b.notesAlone &&
  a.call === b.call &&
  a.signs.picking === b.signs.picking &&
  a.signs.fretting === b.signs.fretting;

const sameLayout = (a: SystemLayout, b: SystemLayout): boolean =>
  a.width === b.width &&
  a.bars.length === b.bars.length &&
  a.bars.every((bar, index) => {
    const other = b.bars[index];
    return (
      other?.bar === bar.bar &&
      other.x === bar.x &&
      other.width === bar.width &&
      other.firstX === bar.firstX &&
      other.showsMetre === bar.showsMetre &&
      other.stops === bar.stops
    );
  });

const sameCalls = (a: readonly CallEntry[] = [], b: readonly CallEntry[] = []): boolean =>
  a.length === b.length &&
  a.every((entry, index) => entry.text === b[index]?.text && entry.tick === b[index].tick);

/** The grip carried into a bar that lays none at its start. */
function heldBefore({ bars }: { readonly bars: readonly Bar[] }, bar: number): PlacedGrip | undefined {
  if (bars[bar]?.grips.some(({ tick }) => tick === 0)) return undefined;
  for (let index = bar - 1; index >= 0; index -= 1) {
    const grip = bars[index]?.grips.at(-1);
    if (grip) return grip;
  }
  return undefined;
}
