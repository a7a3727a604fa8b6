import { fail, ok, type Result } from '../../fault/index.ts';
import { longestRecordingS, type Recording } from '../../listening/index.ts';

const mostChannels = 8;
const sampleRates = { lowest: 8_000, highest: 192_000 };

/** Kinds of samples (RFC 2361; Multimedia Programming Interface 1.0). */
const kinds = { integer: 1, float: 3, extensible: 0xfffe };

interface Format {
  readonly kind: number;
  readonly channels: number;
  readonly sampleRate: number;
  readonly bits: number;
}

/**
 * Reads a RIFF WAVE file: 8, 16, 24 or 32 bits, or floats of 32 or 64, of up to eight channels. A file that was cut off is read as far as it goes.
 */
export function readWav(bytes: Uint8Array): Result<Recording> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 12 || word(0) !== 'RIFF' || word(8) !== 'WAVE')
    return fail('This is no WAV file', 'Choose a recording saved as WAV');
  let format: Format | undefined;
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true);
    if (word(at) === 'fmt ' && size >= 16 && at + 24 <= bytes.length) format = formatAt(view, at + 8, size);
    if (word(at) === 'data') return samplesOf(view, at + 8, size, format);
    at += 8 + size + (size % 2);
  }
  return fail('The WAV file holds no sound', 'Record it again, or choose another');
}

function formatAt(view: DataView, at: number, size: number): Format {
  const named = view.getUint16(at, true);
  const isExtended = named === kinds.extensible && size >= 26 && at + 26 <= view.byteLength;
  return {
    kind: isExtended ? view.getUint16(at + 24, true) : named,
    channels: view.getUint16(at + 2, true),
    sampleRate: view.getUint32(at + 4, true),
    bits: view.getUint16(at + 14, true),
  };
}

function samplesOf(view: DataView, at: number, said: number, format?: Format): Result<Recording> {
  const read = format && readerOf(format);
  if (!format || !read)
    return fail('The WAV file is compressed, or of a kind that is not read', 'Save it as plain PCM, 16 bits');
  const { channels: count, sampleRate, bits } = format;
  if (count < 1 || count > mostChannels)
    return fail(`The WAV file has ${count} channels`, `Save it with at most ${mostChannels}`);
  if (sampleRate < sampleRates.lowest || sampleRate > sampleRates.highest)
    return fail(`The WAV file has ${sampleRate} samples a second`, 'Save it with 44,100');
  const bytesPerFrame = (bits / 8) * count;
  const frames = Math.floor(Math.min(said, view.byteLength - at) / bytesPerFrame);
  if (frames === 0) return fail('The WAV file holds no sound', 'Record it again, or choose another');
  if (frames > longestRecordingS * sampleRate)
    return fail(
      `The recording is ${Math.round(frames / sampleRate / 60)} minutes long`,
      `Cut it to ${longestRecordingS / 60} minutes`,
    );
  const channels = Array.from({ length: count }, () => new Float32Array(frames));
  for (let frame = 0, from = at; frame < frames; frame += 1)
    for (const samples of channels) {
      samples[frame] = read(view, from);
      from += bits / 8;
    }
  return ok({ channels, sampleRate });
}

function readerOf({ kind, bits }: Format): ((view: DataView, at: number) => number) | undefined {
  if (kind === kinds.float && bits === 32) return (view, at) => sane(view.getFloat32(at, true));
  if (kind === kinds.float && bits === 64) return (view, at) => sane(view.getFloat64(at, true));
  if (kind !== kinds.integer) return undefined;
  if (bits === 8) return (view, at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (view, at) => view.getInt16(at, true) / 32_768;
  if (bits === 24) return (view, at) => (view.getUint8(at) | (view.getInt16(at + 1, true) << 8)) / 8_388_608;
  if (bits === 32) return (view, at) => view.getInt32(at, true) / 2_147_483_648;
  return undefined;
}

/** A float may be anything: what is no number is silence. */
const sane = (sample: number): number => (Number.isFinite(sample) ? Math.max(-1, Math.min(1, sample)) : 0);
