import type { Arrangement } from '@jocund/contract';
import type { Study } from '@jocund/core/score';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useCreatePiece } from '../api/queries.ts';
import { Player } from '../sound/player.ts';
import { useSay } from '../ui/toast.tsx';
import { createAutosave, type Autosave, type SaveState } from './saving/autosave.ts';
import { claimTab, findDraft, type Draft } from './saving/drafts.ts';
import { createStudyStore, type StudyStore } from './study-store.ts';

/** One opening of a piece: its store, its saving and its player. */
export interface BenchSession {
  readonly store: StudyStore;
  readonly autosave: Autosave;
  readonly player: Player;
}

/** Opens a piece with the draft this browser kept of it, if there is one. Undefined until the draft has been looked for. */
export function useBenchSession(arrangement: Arrangement): BenchSession | undefined {
  const [session, setSession] = useState<BenchSession | undefined>();
  useEffect(() => {
    let opened: BenchSession | undefined;
    let isGone = false;
    claimTab();
    void findDraft(arrangement.id).then((draft) => {
      if (isGone) return;
      opened = open(arrangement, draft);
      setSession(opened);
    });
    return () => {
      isGone = true;
      opened?.autosave.stop();
      opened?.player.close();
      setSession(undefined);
    };
  }, [arrangement]);
  return session;
}

/** A draft made from an older version is saved as such, so that the server answers with both. */
function open(arrangement: Arrangement, draft: Draft | undefined): BenchSession {
  const store = createStudyStore(draft?.study ?? arrangement.study);
  const version = draft?.baseVersion ?? arrangement.version;
  return {
    store,
    autosave: createAutosave(arrangement.id, version, arrangement.savedAt, store, arrangement.study),
    player: new Player(),
  };
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
      const mine: Study = {
        ...store.getStudy(),
        title: `${store.getStudy().title.slice(0, 170)} (mine, ${clock.format(new Date())})`,
      };
      create.mutate(mine, {
        onSuccess: ({ title }) => {
          store.edit(() => current.study);
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
