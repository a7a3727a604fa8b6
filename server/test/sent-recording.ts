import { randomUUID } from 'node:crypto';
import { recordingPartBytes, recordingPartPath } from '@jocund/contract';
import type { Agent, Response } from 'supertest';

export interface SentRecording {
  readonly id: string;
  readonly bytes: Buffer;
}

/** Bytes that begin as a WAV file does; what follows counts up, so that no two parts are alike. */
export function wavLike(length: number): Buffer {
  const bytes = Buffer.alloc(length);
  for (let at = 0; at + 4 <= length; at += 4) bytes.writeUInt32LE(at, at);
  bytes.write('RIFF', 0);
  bytes.write('WAVE', 8);
  return bytes;
}

export const partOf = (bytes: Buffer, number: number): Buffer =>
  bytes.subarray(number * recordingPartBytes, (number + 1) * recordingPartBytes);

export const sendPart = (agent: Agent, id: string, number: number, bytes: Buffer) =>
  agent.put(recordingPartPath(id, number)).type('application/octet-stream').send(bytes);

/** A recording of so many bytes, sent whole. */
export async function sentRecording(
  agent: Agent,
  arrangementId: string,
  length: number,
): Promise<SentRecording> {
  const id = randomUUID();
  const bytes = wavLike(length);
  await agent
    .post(`/api/arrangements/${arrangementId}/recordings`)
    .send({ id, name: 'kitchen, June', bytes: length })
    .expect(200);
  for (let number = 0; number * recordingPartBytes < length; number += 1)
    await sendPart(agent, id, number, partOf(bytes, number)).expect(200);
  return { id, bytes };
}

/** For an agent's `parse`: the answer as bytes. */
export function asBytes(response: Response, done: (error: Error | null, body: Buffer) => void): void {
  const chunks: Buffer[] = [];
  const stream = response as unknown as NodeJS.ReadableStream;
  stream.on('data', (chunk: Buffer) => chunks.push(chunk));
  stream.on('end', () => done(null, Buffer.concat(chunks)));
}
