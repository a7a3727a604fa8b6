export {
  cutLadder,
  cutRung,
  ladderOf,
  steepPoints,
  type Ladder,
  type LadderSettings,
  type Rung,
  type RungId,
} from './cut-ladder.ts';
export { ladderPlans, type LadderOrder } from './plans.ts';
