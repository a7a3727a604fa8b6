import type { Score } from '@jocund/core/score';
import { asDocument, documentSchema } from '@jocund/core/score/document';
import * as z from 'zod/mini';
import { firstDrafts, inTodaysWords } from './first-drafts.ts';
import { claimTab, livingTabs, tabName } from './living-tabs.ts';
import { openSeal, sealText } from './seal.ts';
import { dropSealed, putHastily, putSealed, sealedDrafts, type SealedDraft } from './sealed-store.ts';

/** Unsaved work kept in this browser until the server has it. */
export interface Draft {
  readonly baseVersion: number;
  readonly score: Score;
  readonly keptAt: string;
}

/** A draft that a closed tab left behind, besides the one that is taken up. `draft` is undefined when it cannot be read. */
export interface LeftDraft {
  readonly id: string;
  readonly keptAt: string;
  readonly text: string;
  readonly draft: Draft | undefined;
}

export interface OpenedDrafts {
  readonly keeper: DraftKeeper;
  /** The newest that can be read, now this tab's. */
  readonly taken: Draft | undefined;
  readonly left: readonly LeftDraft[];
}

/** The drafts of one piece that this tab keeps. */
export interface DraftKeeper {
  /** Whether the draft is safe on the disk now. */
  readonly keep: (draft: Draft) => Promise<boolean>;
  /** For a page that is going away: at once, as well as that can be done. */
  readonly keepHastily: (draft: Draft) => void;
  readonly drop: () => Promise<void>;
}

const draftSchema = z.object({
  baseVersion: z.int().check(z.minimum(1)),
  score: documentSchema,
  keptAt: z.string(),
});

const textOf = ({ score, ...about }: Draft): string => JSON.stringify({ ...about, score: asDocument(score) });

function readDraft(text: string): Draft | undefined {
  try {
    return draftSchema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/** Every opening of a piece keeps its draft in a place of its own, so that one that is still closing cannot take away another's. */
let openings = 0;

function draftKeeper(arrangementId: string, key: Uint8Array): DraftKeeper {
  const place = `${tabName}.${(openings += 1)}`;
  const sealed = (draft: Draft): SealedDraft => ({
    arrangementId,
    tab: place,
    keptAt: draft.keptAt,
    sealed: sealText(key, textOf(draft)),
  });
  return {
    keep: (draft) =>
      putSealed(sealed(draft)).then(
        () => true,
        () => false,
      ),
    keepHastily: (draft) => putHastily(sealed(draft)),
    drop: () => dropSealed(arrangementId, place).catch(() => undefined),
  };
}

/** Where nothing can be kept: the browser has no store for it, or the server gave no key. */
export const noDrafts: OpenedDrafts = {
  keeper: {
    keep: () => Promise.resolve(false),
    keepHastily: () => undefined,
    drop: () => Promise.resolve(),
  },
  taken: undefined,
  left: [],
};

/**
 * Opens the drafts of a piece, sealed with the signed-in person's key. The newest that a closed tab left and that can be read is taken
 * up; the others are handed over to be looked at. Drafts of tabs that live, and of other people, stay where they are.
 */
export async function openDrafts(arrangementId: string, key: Uint8Array): Promise<OpenedDrafts> {
  claimTab();
  await takeUpFirstDrafts(arrangementId, key);
  const keeper = draftKeeper(arrangementId, key);
  const living = await livingTabs();
  const isLeft = (tab: string) => tab.startsWith(`${tabName}.`) || !living.has(tab.split('.')[0] ?? '');
  const mine = (await sealedDrafts(arrangementId))
    .filter(({ tab }) => isLeft(tab))
    .flatMap(({ tab, keptAt, sealed }) => {
      const text = openSeal(key, sealed);
      return text === undefined ? [] : [{ id: tab, keptAt, text, draft: readDraft(text) }];
    })
    .sort((a, b) => b.keptAt.localeCompare(a.keptAt));
  const taken = mine.find(({ draft }) => draft);
  if (taken?.draft && (await keeper.keep(taken.draft))) await dropSealed(arrangementId, taken.id);
  return { keeper, taken: taken?.draft, left: mine.filter((each) => each !== taken) };
}

async function takeUpFirstDrafts(arrangementId: string, key: Uint8Array): Promise<void> {
  for (const { key: place, text } of firstDrafts(arrangementId)) {
    const words = inTodaysWords(text);
    await putSealed({
      arrangementId,
      tab: `first-${place.split('.').at(-1) ?? ''}`,
      keptAt: readDraft(words)?.keptAt ?? new Date(0).toISOString(),
      sealed: sealText(key, words),
    });
    localStorage.removeItem(place);
  }
}

/** Lets a draft that a closed tab left behind go, after it was looked at. */
export const dropLeft = (arrangementId: string, { id }: LeftDraft): Promise<void> =>
  dropSealed(arrangementId, id);
