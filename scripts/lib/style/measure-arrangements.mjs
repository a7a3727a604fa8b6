import { checkScore } from '@jocund/core/checking';
import { arrangeToGradeSteps } from '@jocund/core/grading';
import { mediumHand } from '@jocund/core/hands';
import { heardWholeMidi, isOnBeat, placedNotes } from '@jocund/core/score';
import {
  arrangementPlans,
  arrangeSteps,
  checkStyle,
  evidenceOf,
  isMuchAlike,
  mostArrangements,
  nearest,
  plainTune,
  tellingWeights,
} from '@jocund/core/style';
import { namedBy } from './second-judge.mjs';

/**
 * @typedef {import('@jocund/core/score').Score} Score
 * @typedef {{ score: Score, player: string, evidence: import('@jocund/core/style').PieceEvidence }} Piece
 * @typedef {import('@jocund/core/style').Restyled} Restyled
 */

/** Two tunes of each player, none of them used while the arranger was made. */
const tunes = [
  'Rope and Bucket',
  'Low Tallow Blues',
  'Pickle Street',
  'Marble Stair Rag',
  'Candle Row',
  'Farthing Hill',
  'Wire Fence',
  'Copper Stair',
  'Peat Cutter’s Air',
  'Widow’s Weir',
  'Ferry Whistle',
  'Tin Cup Holler',
];
const wantedGrade = 4;

/** @param {number} part @param {number} all */
const percent = (part, all) => `${part} of ${all} (${((100 * part) / all).toFixed(1)} %)`;

/** @template T @param {Generator<number, T>} steps @returns {T} */
function finished(steps) {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * Notes of the tune that fall on a beat, and how many of them sound there in an arrangement, in whatever octave.
 * @param {Score} source @param {Restyled} made
 */
function kept(source, { score, transpose }) {
  const sounding = placedNotes(score, 'melody').map(({ atTicks, note }) => ({
    from: atTicks,
    until: atTicks + note.durationTicks,
    midi: heardWholeMidi(score, note),
  }));
  const onBeat = placedNotes(source, 'melody').filter(
    ({ bar, note }) =>
      !note.dead &&
      !note.grace &&
      !note.tied &&
      isOnBeat(source.bars[bar]?.metre ?? { beats: 4, unit: 4 }, note.tick),
  );
  const found = onBeat.filter(({ atTicks, note }) =>
    sounding.some(
      ({ from, until, midi }) =>
        from <= atTicks && until > atTicks && (midi - transpose - heardWholeMidi(source, note)) % 12 === 0,
    ),
  );
  return { all: onBeat.length, kept: found.length };
}

/**
 * Tunes after every other player, judged by the half of that player's pieces which did not drive the arranger.
 * @param {readonly Piece[]} pieces @param {readonly string[]} names @param {(figure: string, value: string) => void} report
 */
export function measureArrangements(pieces, names, report) {
  const count = {
    made: 0,
    three: 0,
    own: 0,
    second: 0,
    near: 0,
    errors: 0,
    onBeat: 0,
    keptOnBeat: 0,
    grade: 0,
    control: 0,
    controls: 0,
  };
  const times = /** @type {number[]} */ ([]);
  for (const title of tunes) {
    const source = pieces.find(({ score }) => score.title === title);
    if (!source) throw new Error(title);
    const others = pieces.filter((each) => each !== source);
    const pool = others.map(({ evidence }) => evidence);
    const players = names.map((name) => ({ name, pieces: others.filter(({ player }) => player === name) }));
    const judged = players.map(({ name, pieces: theirs }) => {
      const half = theirs.filter((_, index) => index % 2 === 1);
      return { name, pieces: half.map(({ evidence }) => evidence), scores: half.map(({ score }) => score) };
    });
    const weights = tellingWeights(judged, { pool });
    const tune = plainTune(source.score);
    for (const [place, player] of players.entries()) {
      if (player.name === source.player) continue;
      const drives = player.pieces.filter((_, index) => index % 2 === 0).map(({ evidence }) => evidence);
      const arranging = arranged(tune, drives, pool, player.name);
      const startedAt = performance.now();
      const made = arranging.next().value;
      times.push(performance.now() - startedAt);
      if (!made) {
        console.log(`  ${title}, after ${player.name}: no arrangement`);
        continue;
      }
      count.made += 1;
      const candidates = [made, ...arranging];
      if (candidates.length === mostArrangements) count.three += 1;
      else console.log(`  ${title}, after ${player.name}: ${candidates.length} that differ`);
      for (const each of candidates) {
        count.errors += errorsIn(each.score, `  ${title}, after ${player.name}`);
        const onBeat = kept(source.score, each);
        count.onBeat += onBeat.all;
        count.keptOnBeat += onBeat.kept;
      }
      const evidence = evidenceOf(made.score);
      const found = nearest(evidence, judged, { pool, weights })[0]?.player.name;
      if (found === player.name) count.own += 1;
      else console.log(`  ${title}, after ${player.name}: taken for ${found}`);
      if (namedBy(made.score, judged) === player.name) count.second += 1;
      if (
        checkStyle(
          made.score,
          player.pieces.map((each) => each.evidence),
          { pool },
        ).isNear
      )
        count.near += 1;
      const easier = toGrade(tune, made.plan, drives, { pool, player: player.name });
      if (easier && easier.points <= wantedGrade + 0.5) count.grade += 1;
      // Control: driven by one piece of each player, dealt round; is it still taken for this one?
      if (place % 2 === 0) {
        const mixed = players
          .map(({ pieces: theirs }) => theirs[place % theirs.length]?.evidence)
          .flatMap((each) => each ?? []);
        const other = arranged(tune, mixed, pool, player.name).next().value;
        count.controls += 1;
        if (
          other &&
          nearest(evidenceOf(other.score), judged, { pool, weights })[0]?.player.name === player.name
        )
          count.control += 1;
      }
    }
  }
  times.sort((a, b) => a - b);
  const { made } = count;
  report(
    '\ntunes after another player, the other half of whose pieces is nearest',
    `${percent(count.own, made)}   aim 90 %`,
  );
  report('  control, driven by a mixture of all players', percent(count.control, count.controls));
  report('named so by the second judge, from the other half', `${percent(count.second, made)}   aim 80 %`);
  report('as near as the player’s own pieces lie to each other', `${percent(count.near, made)}   aim 80 %`);
  report('three that differ', percent(count.three, made));
  report(
    'notes of the tune on a beat that sound there, in all that differ',
    `${percent(count.keptOnBeat, count.onBeat)}   aim 98 %`,
  );
  report(
    `no harder than grade ${wantedGrade} and a half, once reduced to ${wantedGrade}`,
    `${percent(count.grade, made)}   aim 90 %`,
  );
  report('errors found in all that differ', String(count.errors));
  report(
    'one arrangement',
    `median ${times[Math.floor(times.length / 2)]?.toFixed(0)} ms, longest ${times.at(-1)?.toFixed(0)} ms   aim 3000 ms`,
  );
}

/**
 * @param {import('@jocund/core/melody').Tune} tune @param {Restyled['plan']} plan @param {Piece['evidence'][]} drives
 * @param {{ pool: Piece['evidence'][], player: string }} settings
 */
const toGrade = (tune, plan, drives, settings) =>
  finished(
    arrangeToGradeSteps(tune, plan, drives, { hand: mediumHand, ...settings }, { points: wantedGrade }),
  );

/**
 * Arrangements that differ, one after the other, as many as may be.
 * @param {import('@jocund/core/melody').Tune} tune @param {Piece['evidence'][]} drives @param {Piece['evidence'][]} pool @param {string} player
 * @returns {Generator<Restyled, undefined>}
 */
function* arranged(tune, drives, pool, player) {
  const found = /** @type {Restyled[]} */ ([]);
  for (const plan of arrangementPlans(tune, drives)) {
    const made = finished(arrangeSteps(tune, plan, drives, { hand: mediumHand, pool, player }));
    if (!made || found.some((other) => isMuchAlike(other.score, made.score))) continue;
    found.push(made);
    yield made;
    if (found.length === mostArrangements) break;
  }
  return undefined;
}

/** @param {Score} score @param {string} where */
function errorsIn(score, where) {
  const errors = checkScore(score).filter(({ severity }) => severity === 'error');
  for (const { bar, message } of errors) console.log(`${where}, bar ${bar}: ${message}`);
  return errors.length;
}
