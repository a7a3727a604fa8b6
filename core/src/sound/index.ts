export { renderClick, renderVoice, samplesOf, tailS } from './render.ts';
export {
  layTimeline,
  swungTick,
  type ClickEvent,
  type Feel,
  type Moment,
  type Seconds,
  type SoundEvent,
  type Timeline,
} from './timeline.ts';
