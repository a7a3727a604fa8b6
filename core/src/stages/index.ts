export { openStageOf, stageOfFinding, type OpenStage } from './open-stage.ts';
