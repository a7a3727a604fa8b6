import { createTuner, type TunerReading } from '@jocund/core/listening';

/** What the page tells the tuner: where the samples come from, or which pitch the string is to have. */
export type TunerMessage =
  | { readonly kind: 'listen'; readonly samples: MessagePort; readonly sampleRate: number }
  | { readonly kind: 'target'; readonly hz: number };

let targetHz = 440;

self.onmessage = ({ data }: MessageEvent<TunerMessage>) => {
  if (data.kind === 'target') {
    targetHz = data.hz;
    return;
  }
  const tuner = createTuner(data.sampleRate);
  data.samples.onmessage = ({ data: window }: MessageEvent<Float32Array>) => {
    self.postMessage(tuner.read(window, targetHz) satisfies TunerReading);
  };
};
