export { NoAnswer, NoConnection, RefusedRequest, request, requestFile, ServerTrouble } from './client.ts';
export type { Endpoint, FileEndpoint } from './endpoint.ts';
export {
  arrangementSchema,
  endpoints,
  largestBodyBytes,
  mostFigures,
  mostGradeSayings,
  mostOwnForms,
  mostOwnPatterns,
  mostOwnTunings,
  staleSaveSchema,
  unreadableSchema,
  type Arrangement,
  type GradedMusic,
  type KeptGradeSaying,
  type KeptRung,
  type LoggedDrill,
  type NewDrill,
  type NewGradeSaying,
  type MeasuredPiece,
  type NewPlayer,
  type NewStudent,
  type OwnForm,
  type OwnPattern,
  type OwnTuning,
  type PieceSummary,
  type Player,
  type RevisionSummary,
  type StaleSave,
  type Student,
  type Unreadable,
  type User,
} from './endpoints.ts';
export { apiErrorSchema, type ApiError, type ApiErrorCode } from './error.ts';
export type { HandSettings } from './fields.ts';
export {
  bundleFilePath,
  mostAlsoOnSheet,
  type Bundle,
  type NewBundle,
  type PrintedSheet,
  type SheetLook,
} from './sheets.ts';
