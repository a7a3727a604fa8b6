import { ok } from '@jocund/core/fault';
import { writeMonoWav } from '@jocund/core/formats/wav';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { unpacked } from './recorder.ts';

/** A browser that cannot decode anything, and takes away what it was given, as browsers do. */
class RefusingContext {
  readonly close = () => Promise.resolve();
  decodeAudioData(packed: ArrayBuffer) {
    structuredClone(packed, { transfer: [packed] });
    return Promise.reject(new DOMException('Unable to decode', 'EncodingError'));
  }
}

beforeEach(() => vi.stubGlobal('AudioContext', RefusingContext));
afterEach(() => vi.unstubAllGlobals());

const wav = (samples: readonly number[]): ArrayBuffer =>
  Uint8Array.from(writeMonoWav(Float32Array.from(samples), 22_050)).buffer;

describe('a recording that the browser cannot decode', () => {
  test('is read here if it is a WAV file', async () => {
    const read = await unpacked(wav([0, 0.5, -0.5]));
    expect(read).toMatchObject(ok({ sampleRate: 22_050 }));
    if (read.ok)
      expect([...read.value.channels[0]!].map((each) => Math.round(each * 10))).toEqual([0, 5, -5]);
  });
  test('or its own fault is told', async () => {
    expect(await unpacked(wav([]))).toMatchObject({
      fault: { reason: 'The WAV file holds no sound', remedy: 'Record it again, or choose another' },
    });
  });
  test('is refused otherwise, however short', async () => {
    for (const bytes of [[], [1, 2], [0x49, 0x44, 0x33, 4]])
      expect(await unpacked(Uint8Array.from(bytes).buffer)).toMatchObject({
        fault: { reason: 'The browser cannot read this recording' },
      });
  });
});
