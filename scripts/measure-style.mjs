import { compareManners, evidenceOf, nearest, profileOf, tellingWeights } from '@jocund/core/style';
import { demoPieces } from './lib/demo-pieces.mjs';
import { measureArrangements } from './lib/style/measure-arrangements.mjs';
import { namedBy } from './lib/style/second-judge.mjs';

/**
 * `npm run bench -- style`: whose piece is this? Each piece of the demo is left out in turn and given to the nearest player, whole and by eight bars; beside it stand what
 * chance gives, the same with the players dealt anew among the pieces, and a second judge that shares no code with the traits. Bundled and run by bench.mjs with the project's folder
 * as its first argument.
 */
const [, , root = '.'] = process.argv;
const scores = demoPieces(root);
const pieces = scores.map((score) => ({ score, player: score.player, evidence: evidenceOf(score) }));
const names = [...new Set(pieces.map(({ player }) => player))];
const percent = (/** @type {number} */ part, /** @type {number} */ all) =>
  `${part} of ${all} (${((100 * part) / all).toFixed(1)} %)`;
const report = (/** @type {string} */ figure, /** @type {string} */ value) =>
  console.log(`${figure.padEnd(64)} ${value}`);

/**
 * How many pieces, and stretches of eight bars, find their player when they are left out.
 * @param {typeof pieces} all @param {boolean} withoutSettings
 */
function leaveOneOut(all, withoutSettings) {
  let [right, rightEight, eights] = [0, 0, 0];
  const wrong = [];
  for (const piece of all) {
    const others = all.filter((each) => each !== piece);
    const pool = others.map(({ evidence }) => evidence);
    const players = names.map((name) => ({
      name,
      pieces: others.filter(({ player }) => player === name).map(({ evidence }) => evidence),
    }));
    const weights = tellingWeights(players, { pool, withoutSettings });
    const of = (/** @type {typeof piece.evidence} */ evidence) =>
      nearest(evidence, players, { pool, withoutSettings, weights })[0]?.player.name;
    const found = of(piece.evidence);
    if (found === piece.player) right += 1;
    else wrong.push(`${piece.score.title}, after ${piece.player}, found ${found}`);
    for (let first = 0; first + 8 <= piece.score.bars.length; first += 8) {
      eights += 1;
      if (of(evidenceOf(piece.score, first, first + 7)) === piece.player) rightEight += 1;
    }
  }
  return { right, wrong, rightEight, eights };
}

const secondJudge = () =>
  pieces.filter((piece) => {
    const others = names.map((name) => ({
      name,
      scores: pieces.filter((each) => each !== piece && each.player === name).map(({ score }) => score),
    }));
    return namedBy(piece.score, others) === piece.player;
  }).length;

console.log(
  `${pieces.length} pieces of ${names.length} players, ${scores.reduce((sum, { bars }) => sum + bars.length, 0)} bars\n`,
);
for (const withoutSettings of [false, true]) {
  const { right, wrong, rightEight, eights } = leaveOneOut(pieces, withoutSettings);
  const how = withoutSettings ? ', without tuning, key, capo, metre, tempo' : '';
  report(`left out, nearest player is its own${how}`, `${percent(right, pieces.length)}   aim 95 %`);
  for (const each of wrong) console.log(`  ${each}`);
  report(`from eight bars alone${how}`, `${percent(rightEight, eights)}   aim 80 %`);
}
report('by chance', `${(100 / names.length).toFixed(0)} %`);
// The same with every piece under another player's name, dealt round.
const dealt = pieces.map((piece, index) => ({ ...piece, player: names[index % names.length] ?? '' }));
const control = leaveOneOut(dealt, false);
report('control, players dealt anew among the pieces', percent(control.right, dealt.length));
report('second judge, runs of three written events', percent(secondJudge(), pieces.length));

const pool = pieces.map(({ evidence }) => evidence);
const forty = [...pool, ...pool].slice(0, 40);
const timed = (/** @type {() => unknown} */ work) => {
  const times = Array.from({ length: 5 }, () => {
    const startedAt = performance.now();
    work();
    return performance.now() - startedAt;
  });
  return times.sort((a, b) => a - b)[2] ?? NaN;
};
const fresh = () => [...scores, ...scores].slice(0, 40).map((score) => evidenceOf(score));
report(
  '\nprofile of 40 pieces, measured from their notes',
  `${timed(() => profileOf(fresh(), { pool })).toFixed(0)} ms   aim 1000 ms`,
);
report(
  'two players compared',
  `${timed(() => compareManners({ one: forty.slice(0, 6), other: forty.slice(6, 12) }, { pool })).toFixed(0)} ms`,
);

measureArrangements(pieces, names, report);
