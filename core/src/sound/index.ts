export { renderCountIn } from './count-in.ts';
export { excerptOf, roundsOf, wrapTail } from './loop.ts';
export { velocitiesOf } from './loudness.ts';
export { pitchCurve } from './pitch-curve.ts';
export { renderClick, renderStereo, renderVoice, samplesOf, tailS } from './render.ts';
export { renderStringTones, type StringTone } from './string-tones.ts';
export { studyClicks, type StudyClicks } from './study-clicks.ts';
export {
  layTimeline,
  spanOfBars,
  strikeOffsetS,
  type ClickEvent,
  type Moment,
  type Seconds,
  type SoundEvent,
  type Timeline,
} from './timeline.ts';
