/** Drafts as the first version kept them: plain text in `localStorage`, a study without an envelope. */
export interface FirstDraft {
  readonly key: string;
  readonly text: string;
}

export const firstDrafts = (arrangementId: string): FirstDraft[] =>
  Object.keys(localStorage)
    .filter((key) => key.startsWith(`jocund.draft.${arrangementId}.`))
    .map((key) => ({ key, text: localStorage.getItem(key) ?? '' }));

/** The same draft as one of today says it; a text nobody can read stays as it is. */
export function inTodaysWords(text: string): string {
  try {
    const { baseVersion, keptAt, study } = JSON.parse(text) as Record<string, unknown>;
    return JSON.stringify({ baseVersion, keptAt, score: { format: 'jocund-study', version: 1, study } });
  } catch {
    return text;
  }
}
