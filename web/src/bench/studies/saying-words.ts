import type { GradedMusic, KeptGradeSaying } from '@jocund/contract';

type Named = Pick<GradedMusic, 'title' | 'arrangementId'>;

const isSame = (a: Named, b: Named): boolean => a.title === b.title && a.arrangementId === b.arrangementId;

/** Whether something was said of this music. */
export const isAbout = ({ said }: KeptGradeSaying, music: Named): boolean =>
  said.kind === 'grade'
    ? isSame(said.music, music)
    : isSame(said.easier, music) || isSame(said.harder, music);

/** "“Tin Ferry Rag” is grade 5.0. Ada, 28 November" */
export const sayingInWords = ({ said, saidBy, saidAt }: KeptGradeSaying): string => {
  const day = new Date(saidAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
  const what =
    said.kind === 'grade'
      ? `“${said.music.title}” is grade ${said.points.toFixed(1)}`
      : `“${said.easier.title}” is easier than “${said.harder.title}”`;
  return `${what}. ${saidBy}, ${day}`;
};
