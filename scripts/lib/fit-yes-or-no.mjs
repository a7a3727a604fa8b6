/** Something that is so or not, with the signs of it. @typedef {{ readonly signs: readonly number[], readonly is: boolean }} Example */

const steps = 20_000;
const pace = 0.5;
/** Weights are held to 0 by so much, all signs being of one size. */
const strength = 1;

/** Logistic regression by gradient ascent, held to 0 a little (ridge). @param {readonly Example[]} examples */
export function fitYesOrNo(examples) {
  const count = examples[0]?.signs.length ?? 0;
  const columns = Array.from({ length: count }, (_, sign) => examples.map(({ signs }) => signs[sign] ?? 0));
  const means = columns.map(meanOf);
  const spreads = columns.map((column, sign) =>
    Math.sqrt(meanOf(column.map((each) => (each - (means[sign] ?? 0)) ** 2))),
  );
  const evened = examples.map(({ signs, is }) => ({
    signs: signs.map((each, sign) => (each - (means[sign] ?? 0)) / (spreads[sign] || 1)),
    is,
  }));
  let constant = 0;
  let weights = Array.from({ length: count }, () => 0);
  for (let step = 0; step < steps; step += 1) {
    let rise = 0;
    const slopes = weights.map((weight) => -strength * weight);
    for (const { signs, is } of evened) {
      const off = Number(is) - share(constant, weights, signs);
      rise += off;
      for (let sign = 0; sign < count; sign += 1)
        slopes[sign] = (slopes[sign] ?? 0) + off * (signs[sign] ?? 0);
    }
    constant += (pace * rise) / examples.length;
    weights = weights.map((weight, sign) => weight + (pace * (slopes[sign] ?? 0)) / examples.length);
  }
  const raw = weights.map((weight, sign) => weight / (spreads[sign] || 1));
  const base = constant - raw.reduce((sum, weight, sign) => sum + weight * (means[sign] ?? 0), 0);
  return {
    constant: base,
    weights: raw,
    /** How likely with such signs, 0 to 1. */
    shareOf: (/** @type {readonly number[]} */ signs) => share(base, raw, signs),
  };
}

/** @param {number} constant @param {readonly number[]} weights @param {readonly number[]} signs */
const share = (constant, weights, signs) =>
  1 / (1 + Math.exp(-signs.reduce((sum, each, sign) => sum + each * (weights[sign] ?? 0), constant)));

/** @param {readonly number[]} values */
const meanOf = (values) => values.reduce((sum, each) => sum + each, 0) / values.length;
