import { inPlayingOrder, isSameValue, type Bar } from '../score/index.ts';

/** What one bar has otherwise than another, so that the one can be made from the other. */
export interface BarDifference {
  /** Fields of the bar itself that differ, with what they are now; undefined where there is none any longer. */
  readonly fields: readonly Changed[];
  readonly lists: Readonly<Record<ListName, readonly ItemDifference[]>>;
}

interface Changed {
  readonly field: string;
  readonly now: unknown;
}

/** Something of a bar that is told apart by its place: taken out, new, or changed in some fields. */
type ItemDifference =
  | { readonly kind: 'gone'; readonly key: string }
  | { readonly kind: 'new'; readonly key: string; readonly item: object }
  | {
      readonly kind: 'changed';
      readonly key: string;
      readonly item: object;
      readonly fields: readonly Changed[];
    };

type ListName = 'notes' | 'grips' | 'beatPatterns' | 'dynamics';

/** What each list of a bar is told apart by. */
const keyOf: { readonly [Name in ListName]: (item: NonNullable<Bar[Name]>[number]) => string } = {
  notes: ({ tick, string, voice }) => `${tick} ${string} ${voice}`,
  grips: ({ tick }) => `${tick}`,
  beatPatterns: ({ tick }) => `${tick}`,
  dynamics: ({ tick, voice }) => `${tick} ${voice}`,
};
const listNames = Object.keys(keyOf) as ListName[];

/** What of a bar is compared: not its name, its link, or where it stands in the piece. */
const fieldNames = ['metre', 'thumbPattern', 'leftOut'] as const satisfies readonly (keyof Bar)[];

/** What a bar has otherwise than another: what it plays, is held and how it is led; not its name, section, repeats or tempo. */
export function barDifference(from: Bar, to: Bar): BarDifference {
  return {
    fields: changedFields(from, to, fieldNames),
    lists: {
      notes: listDifference('notes', from, to),
      grips: listDifference('grips', from, to),
      beatPatterns: listDifference('beatPatterns', from, to),
      dynamics: listDifference('dynamics', from, to),
    },
  };
}

export const isNoDifference = ({ fields, lists }: BarDifference): boolean =>
  fields.length === 0 && listNames.every((name) => lists[name].length === 0);

function changedFields(from: object, to: object, names: readonly string[]): Changed[] {
  const value = (item: object, field: string): unknown => (item as Record<string, unknown>)[field];
  return names
    .filter((field) => !isSameValue(value(from, field), value(to, field)))
    .map((field) => ({ field, now: value(to, field) }));
}

function listDifference(name: ListName, from: Bar, to: Bar): ItemDifference[] {
  const items = (bar: Bar): ReadonlyMap<string, object> => byKey(name, bar);
  const [was, now] = [items(from), items(to)];
  const gone = [...was.keys()].filter((key) => !now.has(key)).map((key) => ({ kind: 'gone', key }) as const);
  const others = [...now].flatMap(([key, item]): ItemDifference[] => {
    const before = was.get(key);
    if (!before) return [{ kind: 'new', key, item }];
    const names = [...new Set([...Object.keys(before), ...Object.keys(item)])];
    const fields = changedFields(before, item, names);
    return fields.length === 0 ? [] : [{ kind: 'changed', key, item, fields }];
  });
  return [...gone, ...others];
}

function byKey(name: ListName, bar: Bar): Map<string, object> {
  const list = (bar[name] ?? []) as readonly object[];
  const key = keyOf[name] as (item: object) => string;
  return new Map(list.map((item) => [key(item), item]));
}

/**
 * A bar with a difference laid over it. Where the bar is the one the difference was told from, the answer plays what the other bar did; where
 * it has changed since, its changes stand except in what differs. A thing that was changed and is no longer there comes back as it was changed.
 */
export function withDifference(bar: Bar, { fields, lists }: BarDifference): Bar {
  const changed = withFields(bar, fields) as Bar;
  const laid = listNames.reduce<Bar>((each, name) => withList(each, name, lists[name]), changed);
  return { ...laid, notes: [...laid.notes].sort(inPlayingOrder) };
}

function withList(bar: Bar, name: ListName, differences: readonly ItemDifference[]): Bar {
  if (differences.length === 0) return bar;
  const items = byKey(name, bar);
  for (const each of differences) {
    const there = items.get(each.key);
    if (each.kind === 'gone') items.delete(each.key);
    else if (each.kind === 'new' || !there) items.set(each.key, each.item);
    else items.set(each.key, withFields(there, each.fields));
  }
  const list = [...items.values()].sort(byTick);
  const isLeftAway = list.length === 0 && name !== 'notes' && name !== 'grips';
  return withFields(bar, [{ field: name, now: isLeftAway ? undefined : list }]) as Bar;
}

const byTick = (a: object, b: object): number => (a as { tick: number }).tick - (b as { tick: number }).tick;

const withFields = (item: object, fields: readonly Changed[]): object =>
  Object.fromEntries(
    Object.entries({ ...item, ...Object.fromEntries(fields.map(({ field, now }) => [field, now])) }).filter(
      ([, value]) => value !== undefined,
    ),
  );
