import { distanceOf, traitDistances, type DistanceSettings } from './distance.ts';
import type { PieceEvidence } from './evidence.ts';
import type { ExampleBar } from './profile.ts';

/**
 * The bar that lies nearest to all the pieces together: what a teacher would play to show the manner. Bars with fewer notes than usual show little, and the last bar of a piece is an ending: they
 * are taken only where there is no other. Undefined without pieces that have bars.
 */
export function typicalBar(
  pieces: readonly PieceEvidence[],
  settings: DistanceSettings,
): ExampleBar | undefined {
  const all = pieces.flatMap(({ title, bars, isSaid }, piece) =>
    (isSaid ? [] : bars).map((evidence, bar) => ({
      piece,
      bar,
      evidence: { title, bars: [evidence], figures: [] },
      notes: (evidence.get('tune-places')?.length ?? 0) + (evidence.get('thumb-places')?.length ?? 0),
      isEnding: bar === bars.length - 1,
    })),
  );
  const usual = all.reduce((sum, { notes }) => sum + notes, 0) / Math.max(1, all.length);
  const full = all.filter(({ notes, isEnding }) => notes >= usual && !isEnding);
  let best: { readonly bar: ExampleBar; readonly distance: number } | undefined;
  for (const { piece, bar, evidence } of full.length > 0 ? full : all) {
    const distance = distanceOf(traitDistances([evidence], pieces, settings));
    if (!best || distance < best.distance) best = { bar: { piece, bar }, distance };
  }
  return best?.bar;
}
