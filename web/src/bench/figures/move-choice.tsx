import { toDegree, toKey, toPlace, toTuning, type Figure } from '@jocund/core/figures';
import { describeFault, ok, type Result } from '@jocund/core/fault';
import { parseTuning, tuningTable } from '@jocund/core/instrument';
import { parseKey } from '@jocund/core/pitch';
import type { Score } from '@jocund/core/score';
import type { FigureMove } from '../../work/messages.ts';
import { Choice } from '../../ui/choice.tsx';
import { TextField } from '../../ui/field.tsx';

export type MoveKind = 'here' | 'degree' | 'key' | 'tuning' | 'frets' | 'strings';

export interface MoveAsked {
  readonly kind: MoveKind;
  readonly text: string;
}

const kinds: readonly { readonly value: MoveKind; readonly label: string }[] = [
  { value: 'here', label: 'this bar' },
  { value: 'degree', label: 'a degree' },
  { value: 'key', label: 'a key' },
  { value: 'tuning', label: 'a tuning' },
  { value: 'frets', label: 'frets' },
  { value: 'strings', label: 'strings' },
];

const fields: Readonly<
  Record<Exclude<MoveKind, 'here' | 'tuning'>, { label: string; hint: string; usual: string }>
> = {
  degree: { label: 'Degree', hint: 'I to VII, small for minor: IV, V7, ii', usual: 'IV' },
  key: { label: 'Key', hint: 'such as C, Bb or Em', usual: 'C' },
  frets: { label: 'Frets', hint: 'toward the body; −2 is two toward the nut', usual: '2' },
  strings: { label: 'Strings', hint: 'toward string 1; −1 is one toward string 6', usual: '1' },
};

export const usualText = (kind: MoveKind): string =>
  kind === 'here' ? '' : kind === 'tuning' ? 'open-d' : fields[kind].usual;

/** Where a figure is to go. */
export function MoveChoice({
  asked,
  problem,
  onChange,
}: {
  asked: MoveAsked;
  problem: string | undefined;
  onChange: (asked: MoveAsked) => void;
}) {
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
      <div>
        <p className="text-note pb-1">Move it to</p>
        <Choice
          label="Move it to"
          value={asked.kind}
          options={kinds}
          onChange={(kind) => onChange({ kind, text: usualText(kind) })}
        />
      </div>
      {asked.kind === 'tuning' && (
        <label className="text-note block">
          <span className="block pb-1">Tuning</span>
          <select
            className="field"
            value={asked.text}
            onChange={({ target }) => onChange({ ...asked, text: target.value })}
          >
            {tuningTable.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {asked.kind !== 'here' && asked.kind !== 'tuning' && (
        <TextField
          className="w-52"
          label={fields[asked.kind].label}
          hint={fields[asked.kind].hint}
          error={problem}
          value={asked.text}
          maxLength={12}
          onChange={({ target }) => onChange({ ...asked, text: target.value })}
        />
      )}
    </div>
  );
}

/** What is asked, as the worker takes it; a fault says what cannot be read. */
export function moveOf(asked: MoveAsked, figure: Figure, score: Score, bar: number): Result<FigureMove> {
  const target = <T,>(
    result: Result<T>,
    of: (value: T) => Extract<FigureMove, { kind: 'target' }>['target'],
  ): Result<FigureMove> => (result.ok ? ok({ kind: 'target', target: of(result.value) }) : result);
  switch (asked.kind) {
    case 'here':
      return ok({ kind: 'target', target: toPlace(figure, score, bar) });
    case 'degree':
      return target(toDegree(figure, asked.text), (each) => each);
    case 'key':
      return target(parseKey(asked.text), (key) => toKey(figure, key));
    case 'tuning':
      return target(parseTuning(asked.text), toTuning);
    case 'frets':
    case 'strings': {
      const by = Number(asked.text.replace('−', '-'));
      const most = asked.kind === 'frets' ? 12 : 4;
      if (Number.isInteger(by) && by !== 0 && Math.abs(by) <= most) return ok({ kind: asked.kind, by });
      return {
        ok: false,
        fault: {
          reason: `“${asked.text}” is no number of ${asked.kind}`,
          remedy: `Write a whole number from −${most} to ${most}, not 0`,
        },
      };
    }
  }
}

export const problemOf = (move: Result<FigureMove>): string | undefined =>
  move.ok ? undefined : describeFault(move.fault);
