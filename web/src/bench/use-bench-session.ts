import type { Arrangement } from '@jocund/contract';
import { isSameValue, scoreLimits, type Score } from '@jocund/core/score';
import { withEnding } from '@jocund/core/text';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useCreatePiece } from '../api/queries.ts';
import { Player } from '../sound/player.ts';
import { useSay } from '../ui/toast.tsx';
import { noDrafts, openDrafts, type Draft, type LeftDraft, type OpenedDrafts } from '../drafts/drafts.ts';
import { createAutosave, type Autosave } from './saving/autosave.ts';
import type { SaveState } from './saving/save-state.ts';
import { newId } from '../work/new-id.ts';
import { createScoreStore, type ScoreStore } from './score-store.ts';

/** One opening of a piece: its store, its saving and its player. */
export interface BenchSession {
  readonly store: ScoreStore;
  readonly autosave: Autosave;
  readonly player: Player;
  /** Unsaved work besides what is on the bench. */
  readonly left: readonly LeftDraft[];
}

/**
 * Opens a piece with the draft this browser kept of it, if there is one. Undefined until the draft has been looked for. Without a key
 * nothing is looked for and nothing kept.
 */
export function useBenchSession(
  arrangement: Arrangement,
  draftKey: Uint8Array | undefined,
): BenchSession | undefined {
  const [session, setSession] = useState<BenchSession | undefined>();
  useEffect(() => {
    let opened: BenchSession | undefined;
    let isGone = false;
    const look = draftKey ? openDrafts(arrangement.id, draftKey).catch(() => noDrafts) : noDrafts;
    void Promise.resolve(look).then((drafts) => {
      if (isGone) return;
      opened = open(arrangement, drafts);
      setSession(opened);
    });
    return () => {
      isGone = true;
      opened?.autosave.stop();
      opened?.player.close();
      setSession(undefined);
    };
  }, [arrangement, draftKey]);
  return session;
}

function open(arrangement: Arrangement, { keeper, taken, left }: OpenedDrafts): BenchSession {
  const { score, baseVersion, isDraftOver } = startOf(arrangement, taken);
  if (isDraftOver) void keeper.drop();
  const store = createScoreStore(score, newId);
  return {
    store,
    autosave: createAutosave({ saved: arrangement, baseVersion, store, keeper }),
    player: new Player(),
    left,
  };
}

/**
 * What the bench begins with. A draft made from an older version is saved as such, so that the server answers with both; one that the server has already, its answer lost on the way, is over.
 */
export function startOf(
  { score, version }: Pick<Arrangement, 'score' | 'version'>,
  draft: Pick<Draft, 'score' | 'baseVersion'> | undefined,
): { readonly score: Score; readonly baseVersion: number; readonly isDraftOver: boolean } {
  const isDraftOver = draft !== undefined && isSameValue(draft.score, score);
  return draft && !isDraftOver
    ? { score: draft.score, baseVersion: draft.baseVersion, isDraftOver }
    : { score, baseVersion: version, isDraftOver };
}

export interface StaleChoices {
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
}

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The two ways on after a stale save. Neither version is lost: one stays in the history or becomes a piece of its own. */
export function useStaleChoices({ store, autosave }: BenchSession, state: SaveState): StaleChoices {
  const create = useCreatePiece();
  const say = useSay();
  return {
    keepMine: () => {
      if (state.kind === 'stale') autosave.rebase(state.current.version);
    },
    takeTheirs: () => {
      if (state.kind !== 'stale') return;
      const { current } = state;
      const mine: Score = {
        ...store.getScore(),
        title: withEnding(
          store.getScore().title,
          ` (mine, ${clock.format(new Date())})`,
          scoreLimits.textLength,
        ),
      };
      create.mutate(mine, {
        onSuccess: ({ title }) => {
          store.edit(() => current.score);
          autosave.rebase(current.version);
          say(`Your version is in the repertoire as ${title}.`);
        },
        onError: (error) =>
          say(`Your version was not stored: ${error.message} Nothing has changed; choose again.`),
      });
    },
  };
}

export const useSaveState = (autosave: Autosave): SaveState =>
  useSyncExternalStore(autosave.subscribe, autosave.getState);
