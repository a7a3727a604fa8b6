export { searchFretting, cheapestWay, leastCostMm } from './fretting-search.ts';
export { frettingSetting } from './hand-state.ts';
export { momentsOf } from './moments.ts';
