import { fittedWeights } from '@jocund/core/grading';
import { fitOn, leaveOut, measuredAnchors, measuredPairs } from '@jocund/core/testing/grading-fit';
import { pointsOf } from '@jocund/core/grading';

/**
 * `npm run bench -- grades`: the weights of the grade fitted on pairs "this is harder than that" and on the anchor studies. Each difficulty and each
 * passage is left out in turn. Prints the weights, and how many pairs that were left out come out right. Bundled and run by bench.mjs.
 */
const pairs = measuredPairs();
const weights = fitOn(pairs);
console.log('weights as fitted, as shipped');
for (const [name, value] of Object.entries(weights))
  console.log(
    `  ${name}: ${value.toFixed(2)},  ${fittedWeights[/** @type {keyof typeof weights} */ (name)]}`,
  );
console.log('\nanchor studies: grade, points');
for (const { title, features, points } of measuredAnchors())
  console.log(`  ${points}  ${pointsOf(features, weights).toFixed(2)}  ${title}`);
for (const by of /** @type {const} */ (['operator', 'base'])) {
  const left = leaveOut(pairs, by);
  const rises = left.flatMap(({ risesPoints }) => risesPoints);
  const right = rises.filter((rise) => rise > 0).length;
  console.log(
    `\n${left.length} ${by}s left out in turn: ${right} of ${rises.length} pairs right (${((100 * right) / rises.length).toFixed(1)} %), worst ${Math.min(...rises).toFixed(2)}`,
  );
  for (const { name, risesPoints } of left) {
    const wrong = risesPoints.filter((rise) => rise <= 0).length;
    if (wrong > 0)
      console.log(
        `  ${name}: ${wrong} of ${risesPoints.length} not right, worst ${Math.min(...risesPoints).toFixed(2)}`,
      );
  }
}
