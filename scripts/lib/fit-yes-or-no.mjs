/** Something that is so or not, with the signs of it. @typedef {{ readonly signs: readonly number[], readonly is: boolean }} Example */

const mostSteps = 50;
/** No weight that moves by less than this is worth another step. */
const leastMove = 1e-9;
/** Weights are held to 0 by so much, all signs being of one size. @type {number} */
const strength = 1;

/** Logistic regression by Newton's method, the weights held to 0 a little (ridge), the constant not. @param {readonly Example[]} examples */
export function fitYesOrNo(examples) {
  const count = examples[0]?.signs.length ?? 0;
  const columns = Array.from({ length: count }, (_, sign) => examples.map(({ signs }) => signs[sign] ?? 0));
  const means = columns.map(meanOf);
  const spreads = columns.map((column, sign) =>
    Math.sqrt(meanOf(column.map((each) => (each - (means[sign] ?? 0)) ** 2))),
  );
  // The constant is the last weight, of a sign that is always 1.
  const evened = examples.map(({ signs, is }) => ({
    signs: [...signs.map((each, sign) => (each - (means[sign] ?? 0)) / (spreads[sign] || 1)), 1],
    is,
  }));
  let weights = Array.from({ length: count + 1 }, () => 0);
  for (let step = 0; step < mostSteps; step += 1) {
    const slopes = weights.map((weight, sign) => (sign === count ? 0 : -strength * weight));
    const bends = weights.map((_, row) =>
      weights.map((__, column) => (row === column && row < count ? strength : 0)),
    );
    for (const { signs, is } of evened) {
      const likely = share(0, weights, signs);
      for (let row = 0; row <= count; row += 1) {
        const sign = signs[row] ?? 0;
        slopes[row] = (slopes[row] ?? 0) + (Number(is) - likely) * sign;
        const bend = bends[row] ?? [];
        for (let column = 0; column <= count; column += 1)
          bend[column] = (bend[column] ?? 0) + likely * (1 - likely) * sign * (signs[column] ?? 0);
      }
    }
    const move = solved(bends, slopes);
    weights = weights.map((weight, sign) => weight + (move[sign] ?? 0));
    if (move.every((each) => Math.abs(each) < leastMove)) break;
  }
  const raw = weights.slice(0, count).map((weight, sign) => weight / (spreads[sign] || 1));
  const base =
    (weights[count] ?? 0) - raw.reduce((sum, weight, sign) => sum + weight * (means[sign] ?? 0), 0);
  return {
    constant: base,
    weights: raw,
    /** How likely with such signs, 0 to 1. */
    shareOf: (/** @type {readonly number[]} */ signs) => share(base, raw, signs),
  };
}

/** Linear equations by elimination with pivots. @param {readonly (readonly number[])[]} rows @param {readonly number[]} right @returns {number[]} */
function solved(rows, right) {
  const size = right.length;
  const system = rows.map((row, at) => [...row, right[at] ?? 0]);
  const value = (/** @type {number} */ row, /** @type {number} */ column) => system[row]?.[column] ?? 0;
  for (let at = 0; at < size; at += 1) {
    let pivot = at;
    for (let row = at + 1; row < size; row += 1)
      if (Math.abs(value(row, at)) > Math.abs(value(pivot, at))) pivot = row;
    const [upper, lower] = [system[pivot] ?? [], system[at] ?? []];
    [system[at], system[pivot]] = [upper, lower];
    for (let row = 0; row < size; row += 1) {
      if (row === at) continue;
      const times = value(row, at) / (value(at, at) || 1);
      system[row] = (system[row] ?? []).map((each, column) => each - times * value(at, column));
    }
  }
  return Array.from({ length: size }, (_, at) => value(at, size) / (value(at, at) || 1));
}

/** @param {number} constant @param {readonly number[]} weights @param {readonly number[]} signs */
const share = (constant, weights, signs) =>
  1 / (1 + Math.exp(-signs.reduce((sum, each, sign) => sum + each * (weights[sign] ?? 0), constant)));

/** @param {readonly number[]} values */
const meanOf = (values) => values.reduce((sum, each) => sum + each, 0) / values.length;
