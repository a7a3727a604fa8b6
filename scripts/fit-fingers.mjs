import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fingerScore, frettingCosts } from '@jocund/core/fingering';
import { fingerings, gripCosts, judgeFingers, mediumHand } from '@jocund/core/hands';
import { passagesIn } from '@jocund/core/testing/passages';
import { dataSetShapes } from '@jocund/core/testing/chords-db';

/**
 * `npm run bench -- fingers [ROUNDS]`: the weights of the fretting hand fitted on pairs "these fingers rather than those", none below nought.
 * One group of passages is left out at a time, and the passages of `fingers.txt` always. Prints the weights and how many notes get a
 * finger that teachers print. Bundled and run by bench.mjs with the project's folder as its first argument.
 *
 * @typedef {ReturnType<typeof passagesIn>[number]} Passage
 * @typedef {{ name: string, value: number, scale: number, get: () => number, set: (value: number) => void }} Weight
 * @typedef {{ group: string, passage: string, difference: number[], share: number }} Pair by how much more of each weight the other fingers pay
 */
const [, , root = '.', wantedRounds = '6'] = process.argv;
const read = (/** @type {string} */ name) =>
  passagesIn(readFileSync(join(root, `core/checks/${name}.txt`), 'utf8'));
const learned = read('more-fingers');
const unseen = [...read('fingers'), ...read('judged-fingers')];
const groupOf = (/** @type {Passage} */ { name }) => name.split('.')[0] ?? '';
const marginMm = 4;
/** What a square millimetre missed by a passage weighs beside a weight that doubles. */
const strength = Number(process.argv[4] ?? 0.02);
const neck = { scaleMm: 650, capo: 0 };

/** @param {Record<string, { value: number }>} table @param {readonly string[]} names @returns {Weight[]} */
const entries = (table, names) =>
  names.map((name) => {
    const entry = /** @type {{ value: number }} */ (table[name]);
    return weight(
      name,
      () => entry.value,
      (value) => void (entry.value = value),
    );
  });
/** @param {string} path @returns {Weight} */
function gripWeight(path) {
  const [name = '', key] = path.split('.');
  const table = /** @type {any} */ (gripCosts);
  return key === undefined
    ? weight(
        `grip ${path}`,
        () => table[name],
        (value) => void (table[name] = value),
      )
    : weight(
        `grip ${path}`,
        () => table[name][key],
        (value) => void (table[name][key] = value),
      );
}
/** @param {string} name @param {() => number} get @param {(value: number) => void} set @returns {Weight} */
const weight = (name, get, set) => ({
  name,
  value: get(),
  scale: Math.max(get(), get() < 1 ? 0.1 : 2),
  get,
  set,
});

const weights = [
  ...entries(frettingCosts, [
    'reach',
    'stack',
    'cramp',
    'shift',
    'shiftWay',
    'guidedShift',
    'beginsAway',
    'exchanged',
    'weakLead',
    'hops',
    'presses',
    'littleFinger',
    'ringFinger',
  ]),
  ...[
    'weakFinger.3',
    'weakFinger.4',
    'reach',
    'stack',
    'barreStack',
    'gap',
    'pair.1',
    'pair.2',
    'pair.3',
    'barre.1',
    'barre.2',
    'barre.3',
    'barreString',
    'hiddenBarre',
    'liftedBarre',
    'liftedPair',
    'muteRisk',
    'crowding',
    'besideIndex',
  ].map(gripWeight),
];
const first = weights.map(({ value }) => value);
const apply = (/** @type {readonly number[]} */ values) =>
  weights.forEach((each, index) => each.set(values[index] ?? 0));

/** @param {Passage} passage @param {ReadonlyMap<any, string>} [typed] */
function finger({ score, usesThumb }, typed) {
  const bars = score.bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note) => ({ ...note, ...withFinger(typed?.get(note)) })),
  }));
  const result = fingerScore({ ...score, bars }, { hand: { ...mediumHand, thumbOver: usesThumb } });
  const flat = score.bars.flatMap(({ notes }) => notes);
  const played = bars.flatMap(({ notes }) => notes);
  /** @type {Map<any, string>} */
  const fingers = new Map();
  played.forEach((note, index) => {
    const found = result.notes.get(/** @type {any} */ (note));
    if (found?.finger) fingers.set(flat[index], String(found.finger));
  });
  return { fingers, costMm: result.frettingMm };
}
/** @param {string | undefined} finger @returns {{ finger?: 1 | 2 | 3 | 4 | 'T' }} */
const withFinger = (finger) =>
  finger === undefined
    ? {}
    : { finger: finger === 'T' ? 'T' : /** @type {1 | 2 | 3 | 4} */ (Number(finger)) };

/** The cheapest of the fingerings that teachers print. @param {Passage} passage */
function taught(passage) {
  const open = [...passage.expected].filter(([, fingers]) => fingers.length > 1);
  let best;
  const combinations = open.reduce((count, [, fingers]) => count * fingers.length, 1);
  for (let number = 0; number < Math.min(combinations, 96); number += 1) {
    const typed = new Map([...passage.expected].map(([note, fingers]) => [note, fingers[0] ?? '']));
    let rest = number;
    for (const [note, fingers] of open) {
      typed.set(note, fingers[rest % fingers.length] ?? '');
      rest = Math.floor(rest / fingers.length);
    }
    const found = finger(passage, typed);
    if (!best || found.costMm < best.costMm) best = found;
  }
  if (!best) throw new Error(passage.name);
  return best.fingers;
}

const wrongNotes = (/** @type {Passage} */ { expected }, /** @type {ReadonlyMap<any, string>} */ fingers) =>
  [...expected].filter(([note, allowed]) => !allowed.includes(fingers.get(note) ?? ''));

/** How much of each weight something pays: the slope of its cost. @param {() => number} costMm */
function paid(costMm) {
  const here = costMm();
  return weights.map((each) => {
    const value = each.get();
    const step = Math.max(value * 0.02, each.scale * 0.01);
    each.set(value + step);
    const more = costMm();
    each.set(value);
    return (more - here) / step;
  });
}

/** @type {Map<string, Pair>} */
const pairs = new Map();
/** @type {Map<string, number[]>} */
const paidByRight = new Map();

/** @param {Passage} passage @param {ReadonlyMap<any, string>} other @param {ReadonlyMap<any, string>} right */
function addPair(passage, other, right) {
  const key = `${passage.name} ${[...other.values()].join('')} ${[...right.values()].join('')}`;
  if (pairs.has(key)) return;
  if (finger(passage, other).costMm > finger(passage, right).costMm + 3 * marginMm) return;
  const rightKey = `${passage.name} ${[...right.values()].join('')}`;
  if (finger(passage, right).costMm > finger(passage, other).costMm + 50) return;
  const a = paid(() => finger(passage, other).costMm);
  const b = paidByRight.get(rightKey) ?? paid(() => finger(passage, right).costMm);
  paidByRight.set(rightKey, b);
  pairs.set(key, {
    group: groupOf(passage),
    passage: passage.name,
    difference: a.map((mm, index) => mm - (b[index] ?? 0)),
    share: 1,
  });
}

/** Every other way to hold a shape of the data set that costs little more than its own. */
function addShapes() {
  const seen = new Set();
  dataSetShapes.forEach(({ frets, fingers }, number) => {
    if (judgeFingers(frets, fingers, neck, mediumHand).illegal.length > 0) return;
    const own = judgeFingers(frets, fingers, neck, mediumHand).costMm;
    const form = `${frets.map((fret) => (fret ? fret - Math.min(...frets.flatMap((each) => each || [])) : fret)).join()} ${fingers.join()}`;
    if (seen.has(form)) return;
    seen.add(form);
    const others = fingerings(frets, neck, mediumHand)
      .filter((other) => other.fingers.join() !== fingers.join() && other.costMm < own + 8)
      .slice(0, 3);
    const right = others.length > 0 ? paid(() => judgeFingers(frets, fingers, neck, mediumHand).costMm) : [];
    for (const other of others) {
      const mm = paid(() => judgeFingers(frets, other.fingers, neck, mediumHand).costMm);
      const key = `shape ${number} ${other.fingers.join('')}`;
      if (!pairs.has(key))
        pairs.set(key, {
          group: 'shapes',
          passage: `shape ${number}`,
          difference: mm.map((each, index) => each - (right[index] ?? 0)),
          share: 0.01,
        });
    }
  });
}

/**
 * Squares of what pairs miss of their margin plus squares away from the first guess, least by projected gradients with momentum; no weight
 * below nought. @param {readonly Pair[]} from
 */
function fit(from) {
  const count = new Map();
  for (const { passage } of from) count.set(passage, (count.get(passage) ?? 0) + 1);
  const rows = from.map(({ difference, share, passage }) => ({
    slope: difference.map((mm, index) => mm * (weights[index]?.scale ?? 1)),
    base: dot(difference, first),
    share: (share * strength) / Math.sqrt(count.get(passage)),
  }));
  const floors = weights.map(({ value, scale }) => -value / scale);
  const lossAt = (/** @type {readonly number[]} */ x) =>
    rows.reduce(
      (sum, { slope, base, share }) => sum + share * Math.max(0, marginMm - base - dot(slope, x)) ** 2,
      dot(x, x),
    );
  const slopeAt = (/** @type {readonly number[]} */ x) => {
    const down = x.map((each) => 2 * each);
    for (const { slope, base, share } of rows) {
      const missing = marginMm - base - dot(slope, x);
      if (missing > 0)
        slope.forEach((mm, index) => void (down[index] = (down[index] ?? 0) - 2 * share * missing * mm));
    }
    return down;
  };
  let x = weights.map(() => 0);
  let y = x;
  let rate = 1;
  let momentum = 1;
  for (let step = 0; step < 400; step += 1) {
    const [down, here] = [slopeAt(y), lossAt(y)];
    let next = y;
    for (; rate > 1e-12; rate /= 2) {
      next = y.map((each, index) => Math.max(floors[index] ?? 0, each - rate * (down[index] ?? 0)));
      const way = next.map((each, index) => each - (y[index] ?? 0));
      if (lossAt(next) <= here + dot(down, way) + dot(way, way) / (2 * rate)) break;
    }
    const grown = (1 + Math.sqrt(1 + 4 * momentum ** 2)) / 2;
    const last = x;
    y = next.map((each, index) => each + ((momentum - 1) / grown) * (each - (last[index] ?? 0)));
    [x, momentum, rate] = [next, grown, rate * 1.1];
  }
  return x.map((each, index) => (first[index] ?? 0) + each * (weights[index]?.scale ?? 1));
}
const dot = (/** @type {readonly number[]} */ a, /** @type {readonly number[]} */ b) =>
  a.reduce((sum, mm, index) => sum + mm * (b[index] ?? 0), 0);

/** @param {readonly Passage[]} passages */
function judge(passages) {
  let notes = 0,
    wrong = 0,
    whole = 0;
  const missed = [];
  for (const passage of passages) {
    const bad = wrongNotes(passage, finger(passage).fingers).length;
    notes += passage.expected.size;
    wrong += bad;
    if (bad === 0) whole += 1;
    else missed.push(passage.name);
  }
  return { notes, wrong, whole, of: passages.length, missed };
}
const told = (/** @type {ReturnType<typeof judge>} */ { notes, wrong, whole, of, missed }) =>
  `${notes - wrong} of ${notes} notes (${((1 - wrong / notes) * 100).toFixed(1)} %), ${whole} of ${of} whole; ${missed.join(' ')}`;
function shapesRight() {
  let notes = 0,
    right = 0;
  for (const { frets, fingers } of dataSetShapes) {
    if (judgeFingers(frets, fingers, neck, mediumHand).illegal.length > 0) continue;
    const found = fingerings(frets, neck, mediumHand)[0];
    fingers.forEach((each, index) => {
      if (each !== null) {
        notes += 1;
        if (found?.fingers[index] === each) right += 1;
      }
    });
  }
  return `${((right / notes) * 100).toFixed(2)} %`;
}

let values = first;
console.log(
  'as it stands:',
  told(judge(learned)),
  '| unseen',
  told(judge(unseen)),
  '| shapes',
  shapesRight(),
);
let seed = 7;
const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
for (let round = 1; round <= Number(wantedRounds); round += 1) {
  apply(values);
  addShapes();
  const right = learned.map((passage) => taught(passage));
  for (let shaken = 0; shaken < 2; shaken += 1) {
    apply(shaken === 0 ? values : values.map((value) => value * (0.8 + 0.45 * random())));
    const others = learned.map((passage) => finger(passage).fingers);
    apply(values);
    learned.forEach((passage, index) => {
      const other = others[index],
        own = right[index];
      if (other && own && wrongNotes(passage, other).length > 0) addPair(passage, other, own);
    });
  }
  values = fit([...pairs.values()]);
  apply(values);
  console.log(
    `round ${round}, ${pairs.size} pairs:`,
    told(judge(learned)),
    '| unseen',
    told(judge(unseen)),
    '| shapes',
    shapesRight(),
  );
}
console.log(
  weights
    .map(({ name, value }, index) => `${name.padEnd(18)} ${value} → ${(values[index] ?? 0).toPrecision(3)}`)
    .join('\n'),
);
let notes = 0,
  wrong = 0;
for (const group of new Set(learned.map(groupOf))) {
  const rest = fit([...pairs.values()].filter((pair) => pair.group !== group));
  apply(rest);
  const judged = judge(learned.filter((passage) => groupOf(passage) === group));
  notes += judged.notes;
  wrong += judged.wrong;
  console.log(`without ${group}:`, told(judged));
}
console.log(`left out: ${((1 - wrong / notes) * 100).toFixed(1)} % of notes`);
