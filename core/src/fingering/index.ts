export { searchFretting, cheapestWay, leastCostMm } from './fretting-search.ts';
export { frettingSetting } from './fretting-setting.ts';
export { momentsOf } from './moments.ts';
