export { dealRounds } from './deal-rounds.ts';
export { mulberry32 } from './mulberry32.ts';
