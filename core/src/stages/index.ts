export { openStageOf, type OpenStage } from './open-stage.ts';
