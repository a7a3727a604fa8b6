export { NoAnswer, NoConnection, RefusedRequest, request, requestFile, ServerTrouble } from './client.ts';
export type { Endpoint, FileEndpoint } from './endpoint.ts';
export {
  arrangementSchema,
  endpoints,
  largestBodyBytes,
  mostFigures,
  mostOwnPatterns,
  mostOwnTunings,
  staleSaveSchema,
  unreadableSchema,
  type Arrangement,
  type HandSettings,
  type LoggedDrill,
  type NewDrill,
  type NewPlayer,
  type NewStudent,
  type OwnPattern,
  type OwnTuning,
  type PieceSummary,
  type Player,
  type PrintedSheet,
  type RevisionSummary,
  type StaleSave,
  type Student,
  type Unreadable,
  type User,
} from './endpoints.ts';
export { apiErrorSchema, type ApiError, type ApiErrorCode } from './error.ts';
