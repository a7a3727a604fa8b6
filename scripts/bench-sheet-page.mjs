import abcjs from 'abcjs';
import { createSheetDrawer, sheetMeasures } from '@jocund/core/engraving';
import { writeAbc } from '@jocund/core/formats/abc';
import { withSigns } from '@jocund/core/pitch';
import { drawStaff } from '@jocund/core/staff';
import { createInk } from '../web/src/score-view/ink.ts';
import { Beam, Formatter, Renderer, Stave, StaveNote, Voice } from 'vexflow';

/**
 * Bundled by bench.mjs and run in a page: one score laid out and put on the page as SVG by Jocund, by vexflow (standard notation of
 * both voices, bar by bar) and by abcjs (melody and chords). Each answers the median of its runs in ms.
 */

const runs = 7;

/** @typedef {import('@jocund/core/score').Score} Score */
/** @param {readonly number[]} values */
const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;

/** Work and the layout of the page it asks for. @param {(place: HTMLElement) => void} draw */
function onPage(draw) {
  const place = document.createElement('div');
  document.body.replaceChildren(place);
  return timed(() => draw(place));
}

/** @param {() => void} work */
function timed(work) {
  const start = performance.now();
  work();
  document.body.getBoundingClientRect();
  return performance.now() - start;
}

/** A system as the application's sheet inks it. @param {import('@jocund/core/engraving').SystemPicture} picture */
function inked({ width, height, shapes }) {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  svg.setAttribute('viewBox', `0 0 ${width} ${height}`);
  const ink = createInk();
  ink(svg, shapes);
  return { svg, ink };
}

/** @param {Score} score @param {typeof drawStaff | undefined} staff */
function benchOurs(score, staff) {
  const options = {
    shown: withSigns,
    leftHanded: false,
    signs: { picking: true, fretting: true },
    staff,
  };
  const cold = Array.from({ length: runs }, () => {
    /** @type {Score} Fresh objects: nothing is remembered from the run before. */
    const fresh = JSON.parse(JSON.stringify(score));
    return onPage((place) => {
      const { systems } = createSheetDrawer()(fresh, sheetMeasures, options);
      place.append(...systems.map((picture) => inked(picture).svg));
    });
  });
  const draw = createSheetDrawer();
  let before = draw(score, sheetMeasures, options).systems;
  const sheet = before.map(inked);
  document.body.replaceChildren(...sheet.map(({ svg }) => svg));
  const keys = Array.from({ length: runs }, (_, index) => {
    const bar = score.bars[index * 4];
    if (!bar) throw new Error('a piece without bars');
    const notes = bar.notes.map((note, each) => (each === 1 ? { ...note, fret: note.fret + 1 } : note));
    const changed = { ...score, bars: score.bars.with(index * 4, { ...bar, notes }) };
    return timed(() => {
      const { systems } = draw(changed, sheetMeasures, options);
      systems.forEach((picture, at) => {
        const { svg, ink } = sheet[at] ?? inked(picture);
        if (picture !== before[at]) ink(svg, picture.shapes);
      });
      before = systems;
    });
  });
  return { cold: median(cold), key: median(keys) };
}

/** Values of the score in vexflow's words; what none fits is written as a quarter. @type {Record<number, string>} */
const lengths = { 3840: 'w', 1920: 'h', 960: 'q', 480: '8', 240: '16' };

/** @param {Score} score */
const benchVexflow = (score) =>
  median(
    Array.from({ length: runs }, () =>
      onPage((place) => {
        const renderer = new Renderer(/** @type {any} */ (place), Renderer.Backends.SVG);
        renderer.resize(1300, (score.bars.length / 4) * 160);
        const context = renderer.getContext();
        score.bars.forEach((bar, index) => {
          const stave = new Stave((index % 4) * 320, Math.floor(index / 4) * 160, 320);
          stave.setContext(context).draw();
          const voices = /** @type {const} */ (['melody', 'thumb']).flatMap((voice) => {
            const written = bar.notes.filter((note) => note.voice === voice);
            if (written.length === 0) return [];
            const notes = [...new Set(written.map(({ tick }) => tick))].map((tick) => {
              const together = written.filter((note) => note.tick === tick);
              return new StaveNote({
                keys: together.map(
                  ({ string, fret }) => `${'edcbag'[(string + fret) % 6]}/${voice === 'thumb' ? 3 : 4}`,
                ),
                duration: lengths[together[0]?.durationTicks ?? 960] ?? 'q',
                stemDirection: voice === 'melody' ? 1 : -1,
              });
            });
            return [{ voice: new Voice().setMode(Voice.Mode.SOFT).addTickables(notes), notes }];
          });
          if (voices.length === 0) return;
          new Formatter().joinVoices(voices.map(({ voice }) => voice)).format(
            voices.map(({ voice }) => voice),
            260,
          );
          const beams = voices.flatMap(({ notes }) =>
            Beam.generateBeams(notes, { maintainStemDirections: true }),
          );
          for (const { voice } of voices) voice.draw(context, stave);
          for (const beam of beams) beam.setContext(context).draw();
        });
      }),
    ),
  );

/** @param {Score} score */
function benchAbcjs(score) {
  const abc = writeAbc(score);
  return median(Array.from({ length: runs }, () => onPage((place) => void abcjs.renderAbc(place, abc))));
}

Object.assign(window, {
  /** @param {Score} score */
  async benchSheet(score) {
    await document.fonts.ready;
    benchVexflow(score);
    return {
      tab: benchOurs(score, undefined),
      both: benchOurs(score, drawStaff),
      vexflow: benchVexflow(score),
      abcjs: benchAbcjs(score),
    };
  },
});
