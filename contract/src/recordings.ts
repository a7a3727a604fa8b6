import { scoreLimits } from '@jocund/core/score';
import { line } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { endpoint } from './endpoint.ts';
import { id, timestamp } from './fields.ts';

/** A recording goes over the line in parts of so many bytes, the last one shorter. */
export const recordingPartBytes = 1 << 20;
export const mostRecordingBytes = 200 * 1024 * 1024;
/** All recordings of a studio together. */
export const mostStudioRecordingBytes = 1024 * 1024 * 1024;
export const mostRecordings = 20;
/** Parts that do not come within so many hours are let go with what came of their recording. */
export const unfinishedKeptHours = 24;

/** Where one part is sent to, as bytes. */
export const recordingPartPath = (recordingId: string, number: number | string): string =>
  `/api/recordings/${recordingId}/parts/${number}`;
/** Where the sound of a recording is, whole or by ranges. */
export const recordingSoundPath = (recordingId: string): string => `/api/recordings/${recordingId}/sound`;

const seconds = z.number().check(z.minimum(0), z.maximum(3600));
const ownId = z.string().check(z.regex(/^[a-z0-9-]{1,40}$/));
const words = line(160);

const isForward = ({ fromS, toS }: { readonly fromS: number; readonly toS: number }): boolean => fromS < toS;
const isRising = (times: readonly number[]): boolean =>
  times.every((each, index) => index === 0 || each > (times[index - 1] ?? 0));

/** Most of each that is written to one recording. */
export const listeningLimits = {
  marks: 200,
  loops: 60,
  beats: 20_000,
  captions: 3000,
  refused: 5000,
} as const;

/** What a teacher writes to a recording. Times are seconds from its beginning. */
export const listeningSchema = z.strictObject({
  marks: z._default(
    z
      .array(z.strictObject({ id: ownId, atS: seconds, words: words.check(z.minLength(1)) }))
      .check(z.maxLength(listeningLimits.marks)),
    [],
  ),
  /** Named stretches to go round. */
  loops: z._default(
    z
      .array(
        z
          .strictObject({ id: ownId, name: words, fromS: seconds, toS: seconds })
          .check(z.refine(isForward, 'a loop ends after it begins')),
      )
      .check(z.maxLength(listeningLimits.loops)),
    [],
  ),
  /** Beats as tapped or moved by hand; null: as they were heard. */
  beats: z._default(
    z.nullable(
      z
        .array(seconds)
        .check(z.maxLength(listeningLimits.beats), z.refine(isRising, 'beats follow each other')),
    ),
    null,
  ),
  /** Which of the beats, from 0, begins bar 1. */
  firstBeat: z._default(z.int().check(z.minimum(0), z.maximum(listeningLimits.beats)), 0),
  /** Words that lie beside the sound, from a text with times. */
  captions: z._default(
    z
      .array(z.strictObject({ fromS: seconds, toS: seconds, words: line(scoreLimits.textLength) }))
      .check(z.maxLength(listeningLimits.captions)),
    [],
  ),
  /** Likely notes that were refused, by the time and the MIDI number they were heard at. */
  refused: z._default(
    z
      .array(z.strictObject({ atS: seconds, midi: z.int().check(z.minimum(0), z.maximum(127)) }))
      .check(z.maxLength(listeningLimits.refused)),
    [],
  ),
});

/** What a recording is announced with; its id is made where it is sent from, so that asking twice makes one. */
const newRecordingSchema = z.strictObject({
  id,
  name: words.check(z.minLength(1)),
  bytes: z.int().check(z.minimum(1), z.maximum(mostRecordingBytes)),
});

export const recordingSchema = z.object({
  id,
  arrangementId: id,
  name: z.string(),
  bytes: z.int(),
  /** Numbers of the parts that did not come yet; empty: the recording is whole. */
  missing: z.array(z.int()),
  madeAt: timestamp,
  /** Of what is written to it. */
  version: z.int().check(z.minimum(1)),
  listening: listeningSchema,
});

/** What is written to a recording, and the version it was made from. */
const keptListeningSchema = z.strictObject({
  version: z.int().check(z.minimum(1)),
  listening: listeningSchema,
});

export type Listening = z.output<typeof listeningSchema>;
export type NewRecording = z.infer<typeof newRecordingSchema>;
export type RecordingSummary = z.output<typeof recordingSchema>;

/** The recordings of pieces; parts and sound go by their own paths, as bytes. */
export const recordingEndpoints = {
  /** The recordings of a piece, the oldest first. */
  listRecordings: endpoint(
    'teacher',
    'GET',
    '/api/arrangements/:id/recordings',
    undefined,
    z.array(recordingSchema),
  ),
  announceRecording: endpoint(
    'teacher',
    'POST',
    '/api/arrangements/:id/recordings',
    newRecordingSchema,
    recordingSchema,
  ),
  /** Refused as stale, with the recording as it stands, where somebody wrote to it in between. */
  keepListening: endpoint(
    'teacher',
    'PUT',
    '/api/recordings/:id/listening',
    keptListeningSchema,
    recordingSchema,
  ),
  dropRecording: endpoint('teacher', 'DELETE', '/api/recordings/:id', undefined, z.null()),
} as const;
