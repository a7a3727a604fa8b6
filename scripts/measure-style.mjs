import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { readScore } from '@jocund/core/formats/jocund-json';
import { readJot } from '@jocund/core/formats/jot';
import { checkScore } from '@jocund/core/checking';
import { mediumHand } from '@jocund/core/hands';
import {
  checkStyle,
  compareManners,
  evidenceOf,
  nearest,
  profileOf,
  restyleSteps,
  tellingWeights,
} from '@jocund/core/style';

/**
 * `npm run bench -- style`: whose piece is this? Each piece of the demo is left out in turn and given to the nearest player, whole and by eight bars; beside it stand what
 * chance gives, the same with the players dealt anew among the pieces, and a second judge that shares no code with the traits. Bundled and run by bench.mjs with the project's folder
 * as its first argument.
 */
const [, , root = '.'] = process.argv;
const read = (/** @type {string} */ name) => {
  const text = readFileSync(join(root, 'demo', name), 'utf8');
  const score = name.endsWith('.jot') ? readJot(text) : readScore(text);
  if (!score.ok) throw new Error(`${name}: ${score.fault.reason}`);
  return score.value;
};
const scores = [
  ...readdirSync(join(root, 'demo')).filter((name) => name.endsWith('.jocund.json')),
  ...readdirSync(join(root, 'demo/corpus')).map((name) => `corpus/${name}`),
].map(read);
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

/** Runs of three events as they are written, string by string: nothing of the traits is in them. @param {(typeof scores)[number]} score */
function events(score) {
  const words = score.bars.flatMap(({ notes, metre }) =>
    [...notes]
      .sort((a, b) => a.tick - b.tick || b.string - a.string)
      .map(
        ({ tick, string, fret, voice }) =>
          `${voice[0]}${string}${fret > 4 ? 'h' : fret}@${tick % ((metre.beats * 960) / 2)}`,
      ),
  );
  const runs = new Map();
  for (let at = 0; at + 3 <= words.length; at += 1) {
    const run = words.slice(at, at + 3).join(' ');
    runs.set(run, (runs.get(run) ?? 0) + 1);
  }
  return runs;
}

/** Cosine of two tallies. @param {Map<string, number>} one @param {Map<string, number>} other */
function alike(one, other) {
  const length = (/** @type {Map<string, number>} */ of) =>
    Math.sqrt([...of.values()].reduce((sum, count) => sum + count * count, 0));
  let both = 0;
  for (const [run, count] of one) both += count * (other.get(run) ?? 0);
  return both / (length(one) * length(other) || 1);
}

function secondJudge() {
  const told = pieces.map(({ score, player }) => ({ player, runs: events(score) }));
  return told.filter((piece) => {
    const best = names
      .map((name) => {
        const sum = new Map();
        for (const each of told)
          if (each !== piece && each.player === name)
            for (const [run, count] of each.runs) sum.set(run, (sum.get(run) ?? 0) + count);
        return { name, near: alike(piece.runs, sum) };
      })
      .sort((a, b) => b.near - a.near)[0];
    return best?.name === piece.player;
  }).length;
}

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

/** A piece's tune after every other player, judged by the half of the pieces that did not drive it. */
const tunes = ['Candle Row', 'Rope and Bucket', 'Pickle Street', 'Farthing Hill'];
let [made, own, near] = [0, 0, 0];
let errors = 0;
const times = /** @type {number[]} */ ([]);
for (const title of tunes) {
  const source = pieces.find(({ score }) => score.title === title);
  if (!source) throw new Error(title);
  const others = pieces.filter((each) => each !== source);
  const all = others.map(({ evidence }) => evidence);
  const players = names.map((name) => ({
    name,
    pieces: others.filter(({ player }) => player === name).map(({ evidence }) => evidence),
  }));
  for (const player of players) {
    if (player.name === source.player) continue;
    // One half of the pieces drives, the other half judges.
    const drives = player.pieces.filter((_, index) => index % 2 === 0);
    const judged = players.map(({ name, pieces: theirs }) => ({
      name,
      pieces: theirs.filter((_, index) => index % 2 === 1),
    }));
    const startedAt = performance.now();
    const steps = restyleSteps(source.score, drives, {
      hand: mediumHand,
      pool: all,
      player: player.name,
      limit: 1,
    });
    let step = steps.next();
    while (!step.done) step = steps.next();
    times.push(performance.now() - startedAt);
    const [first] = step.value;
    if (!first) continue;
    made += 1;
    for (const { severity, bar, message } of checkScore(first.score)) {
      if (severity !== 'error') continue;
      errors += 1;
      console.log(`  ${title}, after ${player.name}, bar ${bar}: ${message}`);
    }
    const evidence = evidenceOf(first.score);
    const settings = { pool: all };
    if (
      nearest(evidence, judged, { ...settings, weights: tellingWeights(judged, settings) })[0]?.player
        .name === player.name
    )
      own += 1;
    const { isNear } = checkStyle(first.score, player.pieces, settings);
    if (isNear) near += 1;
  }
}
report(
  '\ntunes after another player, the other half of whose pieces is nearest',
  `${percent(own, made)}   aim 90 %`,
);
report('as near as the player’s own pieces lie to each other', `${percent(near, made)}   aim 80 %`);
report('errors found in them', String(errors));
report(
  'one arrangement',
  `median ${times.sort((a, b) => a - b)[Math.floor(times.length / 2)]?.toFixed(0)} ms, longest ${times.at(-1)?.toFixed(0)} ms   aim 3000 ms`,
);
