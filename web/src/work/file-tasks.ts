import { fail, ok } from '@jocund/core/fault';
import { readAny } from '@jocund/core/formats/any';
import { LeftOutList } from '@jocund/core/formats/reading';
import { fitTuneSteps } from '@jocund/core/melody';
import type { Tasks } from './messages.ts';

const decode = (bytes: Uint8Array, encoding: string): string => new TextDecoder(encoding).decode(bytes);

/** Reads a file of any format. What goes wrong inside a reader is told as a fault of the file: nothing of the page is lost. */
export function readFileTask({
  name,
  bytes,
  options,
}: Tasks['readFile']['input']): Tasks['readFile']['output'] {
  try {
    return readAny(name, bytes, decode, options);
  } catch {
    return fail('The file cannot be read', 'Save it again in its program, or choose another', { file: name });
  }
}

export function* fitTuneTask({
  tune,
  ...options
}: Tasks['fitTune']['input']): Generator<number, Tasks['fitTune']['output']> {
  const lost = new LeftOutList();
  const fitted = yield* fitTuneSteps(tune, options, lost.add.bind(lost));
  return fitted.ok ? ok({ ...fitted.value, leftOut: lost.all() }) : fitted;
}
