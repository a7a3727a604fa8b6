import {
  NoAnswer,
  NoConnection,
  RefusedRequest,
  ServerTrouble,
  staleSaveSchema,
  type Arrangement,
} from '@jocund/contract';

/** Why the server does not have the work although it was sent. Each is tried again by itself. */
type Hindrance = 'no-connection' | 'no-answer' | 'trouble' | 'no-room';

/** Where the score stands between the page and the server. `kept`: the newest state is on this browser's disk. */
export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'unsaved'; readonly kept: boolean }
  | { readonly kind: 'saving'; readonly kept: boolean }
  | { readonly kind: 'hindered'; readonly by: Hindrance; readonly kept: boolean }
  | { readonly kind: 'signed-out'; readonly kept: boolean }
  | { readonly kind: 'refused'; readonly message: string; readonly kept: boolean }
  | { readonly kind: 'stale'; readonly current: Arrangement };

/** What a failed save means. */
export function stateAfter(error: unknown, kept: boolean): SaveState {
  if (error instanceof NoConnection) return { kind: 'hindered', by: 'no-connection', kept };
  if (error instanceof NoAnswer) return { kind: 'hindered', by: 'no-answer', kept };
  if (error instanceof ServerTrouble) return { kind: 'hindered', by: 'trouble', kept };
  if (!(error instanceof RefusedRequest)) return { kind: 'refused', message: String(error), kept };
  const stale = error.status === 409 ? staleSaveSchema.safeParse(error.body) : undefined;
  if (stale?.success) return { kind: 'stale', current: stale.data.current };
  if (error.error.code === 'no-room') return { kind: 'hindered', by: 'no-room', kept };
  if (error.status >= 500) return { kind: 'hindered', by: 'trouble', kept };
  if (error.status === 401) return { kind: 'signed-out', kept };
  return { kind: 'refused', message: `${error.error.message}. ${error.error.remedy}.`, kept };
}

const hindranceWords: Record<Hindrance, string> = {
  'no-connection': 'No connection',
  'no-answer': 'The server does not answer',
  trouble: 'The server is in trouble',
  'no-room': 'The server’s disk is full',
};

/** Where the work stands, in words; always with what is safe. */
export function saveWords(state: SaveState, clock: (at: string) => string): string {
  switch (state.kind) {
    case 'saved':
      return `Saved at ${clock(state.at)}`;
    case 'unsaved':
      return state.kept ? 'Kept in this browser' : 'Not saved yet';
    case 'saving':
      return state.kept ? 'Saving; kept in this browser' : 'Saving';
    case 'hindered':
      return `${hindranceWords[state.by]}. ${safeWords(state.kept)}`;
    case 'signed-out':
      return `You were signed out. ${safeWords(state.kept)}`;
    case 'refused':
      return `Not saved: ${state.message} ${safeWords(state.kept)}`;
    case 'stale':
      return 'Saved elsewhere too: choose a version';
  }
}

const safeWords = (kept: boolean): string =>
  kept ? 'Kept in this browser; nothing is lost.' : 'This browser cannot keep it: leave this page open.';
