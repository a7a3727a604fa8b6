/**
 * A choice between entries, each with its costs by term, in mm; `own` is the one that was made.
 * @typedef {{ costs: readonly ReadonlyMap<string, number>[], own: number }} Choice
 */

const steps = 1500;
const pace = 0.02;
/** One mm of cost in the exponent at the start (from memory). */
const perMm = 0.08;

/**
 * By what factor each term should count: conditional logit (McFadden 1974, from memory) by gradient ascent, no factor below nought, held
 * to 1 by so much; factors are given with the first term's as 1. With the likelihood of each choice left out in turn (log, mean and
 * standard error).
 * @param {readonly Choice[]} choices @param {number} strength
 */
export function fitChoices(choices, strength) {
  const names = [...new Set(choices.flatMap(({ costs }) => costs.flatMap((each) => [...each.keys()])))];
  const factors = fit(choices, names, strength);
  const each = choices.map((choice) =>
    logLikelihood(
      choice,
      names,
      fit(
        choices.filter((other) => other !== choice),
        names,
        strength,
      ),
    ),
  );
  const leftOut = each.reduce((sum, value) => sum + value, 0) / each.length;
  const spread = each.reduce((sum, value) => sum + (value - leftOut) ** 2, 0) / (each.length - 1);
  const unit = factors[0] || 1;
  return {
    factors: new Map(names.map((name, index) => [name, (factors[index] ?? 0) / unit])),
    leftOut,
    standardError: Math.sqrt(spread / each.length),
  };
}

/** @param {readonly Choice[]} choices @param {readonly string[]} names @param {number} strength */
function fit(choices, names, strength) {
  let factors = names.map(() => 1);
  for (let step = 0; step < steps; step += 1) {
    const slope = factors.map((factor) => -strength * perMm * perMm * (factor - 1));
    for (const choice of choices) {
      const shares = sharesOf(choice, names, factors);
      choice.costs.forEach((costs, entry) => {
        const pull = (shares[entry] ?? 0) - (entry === choice.own ? 1 : 0);
        names.forEach((name, index) => {
          slope[index] = (slope[index] ?? 0) + (perMm * pull * (costs.get(name) ?? 0)) / choices.length;
        });
      });
    }
    factors = factors.map((factor, index) => Math.max(0, factor + (pace / perMm) * (slope[index] ?? 0)));
  }
  return factors;
}

/** How likely each entry is to be chosen. @param {Choice} choice @param {readonly string[]} names @param {readonly number[]} factors */
function sharesOf({ costs }, names, factors) {
  const utility = costs.map(
    (each) =>
      -perMm * names.reduce((sum, name, index) => sum + (factors[index] ?? 0) * (each.get(name) ?? 0), 0),
  );
  const most = Math.max(...utility);
  const weights = utility.map((value) => Math.exp(value - most));
  const all = weights.reduce((sum, value) => sum + value, 0);
  return weights.map((value) => value / all);
}

/** @param {Choice} choice @param {readonly string[]} names @param {readonly number[]} factors */
const logLikelihood = (choice, names, factors) =>
  Math.log(sharesOf(choice, names, factors)[choice.own] || 1e-9);
