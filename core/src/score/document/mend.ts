import type * as z from 'zod/mini';
import { fail, ok, type Result } from '../../fault/index.ts';
import { checkTuning, standardTuning } from '../../instrument/index.ts';
import { shortened } from '../../text/index.ts';
import { blankScore, keptTuning } from '../blank.ts';
import { scoreSchema, type Score } from '../schema.ts';
import { upgradeDocument } from './envelope.ts';

/** What could be read of a document, and what could not, each as a path like `bars 3 notes 2 wings`, counted from 1. */
export interface Mended {
  readonly score: Score;
  readonly leftOut: readonly string[];
}

type Container = Record<string | number, unknown>;
type Path = readonly PropertyKey[];

/** Every round takes out or shortens what the schema complained of; nothing a person wrote needs more. */
const mostRounds = 60;

/**
 * Reads as much of a document as can be read: what does not fit is left out one piece at a time, the smallest that helps, and told.
 * Refused when the document is of a newer version, or nothing of a score is left.
 */
export function mendDocument(document: unknown): Result<Mended> {
  const upgraded = upgradeDocument(document);
  if (!upgraded.ok) return upgraded;
  const draft: unknown = copied(upgraded.value);
  const leftOut: string[] = [];
  for (let round = 0; round < mostRounds; round += 1) {
    const parsed = scoreSchema.safeParse(draft);
    if (parsed.success) return ok(withSoundTuning(parsed.data, widest(leftOut)));
    // From the last to the first, so that taking one out of a list does not move those still to be taken.
    for (const issue of parsed.error.issues.toReversed())
      if (!takeOut(draft, issue, leftOut)) return nothingLeft;
  }
  return nothingLeft;
}

const nothingLeft = fail('Nothing of a score can be read in it', 'Go back to an earlier version');

function withSoundTuning(score: Score, leftOut: readonly string[]): Mended {
  if (checkTuning(score.tuning).ok) return { score, leftOut };
  return { score: { ...score, tuning: keptTuning(standardTuning) }, leftOut: [...leftOut, 'tuning'] };
}

/** Changes the draft so that one complaint is gone. Answers false when nothing would be left. */
function takeOut(draft: unknown, issue: z.core.$ZodIssue, leftOut: string[]): boolean {
  if (issue.code === 'unrecognized_keys') {
    for (const key of issue.keys) takePath(draft, [...issue.path, key], leftOut);
    return true;
  }
  const owner = at(draft, issue.path.slice(0, -1));
  const value = owner?.[issue.path.at(-1) as string];
  if (owner && issue.code === 'too_big' && (typeof value === 'string' || Array.isArray(value))) {
    const most = Number(issue.maximum);
    owner[issue.path.at(-1) as string] =
      typeof value === 'string' ? shortened(value, most) : (value.slice(0, most) as unknown[]);
    leftOut.push(`the end of ${said(issue.path)}`);
    return true;
  }
  return takePath(draft, issue.path, leftOut);
}

/** Takes the smallest part out that holds a path: a field, an entry of a list, or what it belongs to when that cannot be without it. */
function takePath(draft: unknown, path: Path, leftOut: string[]): boolean {
  const key = path.at(-1) as string | number | undefined;
  const owner = at(draft, path.slice(0, -1));
  if (key === undefined) return false;
  const standIn = usualAt(path);
  if (owner && standIn !== undefined) owner[key] = copied(standIn);
  else if (!owner || !Object.hasOwn(owner, key) || fixedLists.has(String(path.at(-2))))
    return takePath(draft, path.slice(0, -1), leftOut);
  else if (Array.isArray(owner)) owner.splice(Number(key), 1);
  else Reflect.deleteProperty(owner, key);
  leftOut.push(said(path));
  return true;
}

/** Lists with an entry for every string: one cannot go. */
const fixedLists: ReadonlySet<string> = new Set(['frets', 'fingers', 'pitches']);

/** What stands for the fields a piece and a bar cannot be without, when they cannot be read. */
const { bars: blankBars, ...blankPiece } = blankScore({ title: 'Untitled', barCount: 1 });
const usualOfPiece: Container = blankPiece;
const usualOfBar: Container = { ...blankBars[0] };

function usualAt(path: Path): unknown {
  const key = String(path.at(-1));
  if (path.length === 1) return own(usualOfPiece, key);
  return path.length === 3 && path[0] === 'bars' ? own(usualOfBar, key) : undefined;
}

/** A stranger's field may have the name of something every object can do. */
const own = (container: Container, key: string): unknown =>
  Object.hasOwn(container, key) ? container[key] : undefined;

/** What went with its owner needs no telling of its own. */
const widest = (told: readonly string[]): string[] =>
  told.filter((path) => !told.some((other) => path.startsWith(`${other} `)));

/** A document is JSON and nothing else. */
const copied = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

const said = (path: Path): string =>
  path.map((part) => (typeof part === 'number' ? String(part + 1) : String(part))).join(' ');

function at(draft: unknown, path: Path): Container | undefined {
  let place = draft;
  for (const part of path) {
    if (typeof place !== 'object' || place === null) return undefined;
    place = (place as Record<PropertyKey, unknown>)[part];
  }
  return typeof place === 'object' && place !== null ? (place as Container) : undefined;
}
