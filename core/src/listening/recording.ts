/** Sound as it was recorded: one array a channel, −1 to 1, all of one length. */
export interface Recording {
  readonly channels: readonly Float32Array<ArrayBuffer>[];
  readonly sampleRate: number;
}

/** As long as a recording may be, in seconds. */
export const longestRecordingS = 30 * 60;

/** What everything is heard at: the partials that tell notes apart lie far below half of it. */
export const listeningRate = 22_050;

/** All channels as one, at {@link listeningRate} samples a second. */
export function monoOf({ channels, sampleRate }: Recording): Float32Array {
  const [first] = channels;
  if (!first) return new Float32Array(0);
  const mixed = channels.length === 1 ? first : new Float32Array(first.length);
  if (channels.length > 1)
    for (const samples of channels)
      samples.forEach((sample, at) => {
        mixed[at] = (mixed[at] ?? 0) + sample / channels.length;
      });
  return resampled(mixed, sampleRate, listeningRate);
}

/** Half the taps of the filter, in samples of the slower rate. */
const reach = 12;

/** The same sound at another rate, through a windowed sinc (Hann) that lets nothing past half the slower rate. */
export function resampled(samples: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return samples;
  const ratio = from / to;
  const between = betweenSamples(samples, Math.max(1, ratio));
  const out = new Float32Array(Math.floor(samples.length / ratio));
  for (let at = 0; at < out.length; at += 1) out[at] = between(at * ratio);
  return out;
}

/** Reads a sound anywhere between its samples, through a windowed sinc (Hann); `width` times slower than its own rate nothing passes half of that. */
export function betweenSamples(samples: Float32Array, width: number): (centre: number) => number {
  const taps = Math.ceil(reach * width);
  const steps = 256;
  const kernel = Float64Array.from({ length: taps * steps + 1 }, (_, index) => {
    const x = index / steps / width;
    const hann = 0.5 + 0.5 * Math.cos((Math.PI * index) / (taps * steps));
    return ((x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x)) * hann) / width;
  });
  return (centre) => {
    const first = Math.max(0, Math.ceil(centre - taps));
    const last = Math.min(samples.length - 1, Math.floor(centre + taps));
    let sum = 0;
    for (let each = first; each <= last; each += 1)
      sum += (samples[each] ?? 0) * (kernel[Math.round(Math.abs(each - centre) * steps)] ?? 0);
    return sum;
  };
}
