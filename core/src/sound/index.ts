export { renderClick, renderVoice, samplesOf, tailS } from './render.ts';
export { renderStringTones, type StringTone } from './string-tones.ts';
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
