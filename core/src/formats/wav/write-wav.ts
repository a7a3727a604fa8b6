/** Two channels of samples, −1 to 1, of equal length. */
export interface StereoSamples {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

const headerBytes = 44;
const bytesPerSample = 2;

/**
 * Writes sound as a RIFF WAVE file (Multimedia Programming Interface 1.0, IBM and Microsoft, 1991): PCM, 16 bits, two channels,
 * little-endian. Samples beyond −1 and 1 are held at the limit.
 */
export const writeWav = ({ left, right }: StereoSamples, sampleRate: number): Uint8Array<ArrayBuffer> =>
  writeChannels([left, right], sampleRate);

/** The same of one channel. */
export const writeMonoWav = (samples: Float32Array, sampleRate: number): Uint8Array<ArrayBuffer> =>
  writeChannels([samples], sampleRate);

function writeChannels(channels: readonly Float32Array[], sampleRate: number): Uint8Array<ArrayBuffer> {
  const frames = Math.min(...channels.map(({ length }) => length));
  const bytesPerFrame = channels.length * bytesPerSample;
  const bytes = new Uint8Array(headerBytes + frames * bytesPerFrame);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) =>
    [...word].forEach((each, index) => view.setUint8(at + index, each.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVE');
  text(12, 'fmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * bytesPerFrame, true);
  view.setUint16(32, bytesPerFrame, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, frames * bytesPerFrame, true);
  for (let frame = 0; frame < frames; frame += 1) {
    channels.forEach((samples, channel) =>
      view.setInt16(
        headerBytes + frame * bytesPerFrame + channel * bytesPerSample,
        toInteger(samples[frame] ?? 0),
        true,
      ),
    );
  }
  return bytes;
}

const toInteger = (sample: number): number => Math.round(Math.max(-1, Math.min(1, sample)) * 32767);
