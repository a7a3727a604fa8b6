import {
  asFigureDocument,
  cutFigure,
  figureFacts,
  figureRoles,
  findFigures,
  layFigure,
  moveByFrets,
  moveByStrings,
  openFigure,
  toDegree,
  toKey,
  toPlace,
  toTuning,
  waysToMove,
  type Figure,
  type FigureWay,
} from '@jocund/core/figures';
import { fail } from '@jocund/core/fault';
import type { Hand } from '@jocund/core/hands';
import { parseTuning } from '@jocund/core/instrument';
import { parseKey } from '@jocund/core/pitch';
import { indexOfBar, numberOfBar, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import {
  choice,
  orRefuse,
  required,
  table,
  UsageError,
  wholeNumber,
  type Answer,
  type Arguments,
  type Command,
} from '../command.ts';
import { readScoreFile, readText, writeWhole } from '../files.ts';
import { handOf } from '../hand.ts';

const moves = ['frets', 'strings', 'degree', 'key', 'tuning'] as const;

/** `figure`: figures of a drawer found by what sounds, cut, moved and laid, with what changes. */
export const figure: Command = {
  name: 'figure',
  summary: 'figures of a drawer: find, cut from a piece, move elsewhere, lay in a piece',
  usage: `(find DRAWER [--role R] [--from CHORD] [--to CHORD] [--beats N] [--ends-on BEAT] [--text T] | cut FILE --bars A-B --name NAME [--role R] | move FIGURE [--id ID] (${moves.map((each) => `--${each} …`).join(' | ')}) | lay FIGURE FILE [--id ID] --bar N [--way N]) [--hand H] [--thumb-over] [--out OUT]`,
  options: {
    role: 'text',
    from: 'text',
    to: 'text',
    beats: 'text',
    'ends-on': 'text',
    text: 'text',
    bars: 'text',
    name: 'text',
    id: 'text',
    frets: 'text',
    strings: 'text',
    degree: 'text',
    key: 'text',
    tuning: 'text',
    bar: 'text',
    way: 'text',
    out: 'text',
    hand: 'text',
    'thumb-over': 'flag',
  },
  run: (args) => {
    const [what, ...files] = args.positionals;
    if (what === 'find') return find(args, files);
    if (what === 'cut') return cut(args, files);
    if (what === 'move') return move(args, files);
    if (what === 'lay') return lay(args, files);
    throw new UsageError(`wants find, cut, move or lay, not “${what ?? ''}”`);
  },
};

function onlyFiles(files: readonly string[], ...names: string[]): string[] {
  if (files.length !== names.length)
    throw new UsageError(`wants ${names.join(' and ')}, was given ${files.length}`);
  return [...files];
}

/** The figures of a file: one document, or one a line. */
function readFigures(path: string): Figure[] {
  return readText(path)
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      try {
        return orRefuse(openFigure(JSON.parse(line)), path);
      } catch (error) {
        if (error instanceof SyntaxError)
          return orRefuse<Figure>(fail('A line is not JSON', 'Choose a file with one figure a line'), path);
        throw error;
      }
    });
}

function readFigure(args: Arguments, path: string): Figure {
  const figures = readFigures(path);
  const id = args.text('id');
  const found = id === undefined ? figures[0] : figures.find((each) => each.id === id);
  if (!found)
    return orRefuse<Figure>(
      fail(`There is no figure “${id ?? ''}” in it`, 'See figure find for their ids'),
      path,
    );
  if (id === undefined && figures.length > 1)
    throw new UsageError(`--id is missing: the file has ${figures.length} figures`);
  return found;
}

function find(args: Arguments, files: readonly string[]): Answer {
  const [path = ''] = onlyFiles(files, 'DRAWER');
  const found = findFigures(readFigures(path), {
    role: args.text('role') === undefined ? undefined : choice(args, 'role', figureRoles, 'riff'),
    from: args.text('from'),
    to: args.text('to'),
    beats: args.text('beats') === undefined ? undefined : wholeNumber(args, 'beats', 4, 1, 64),
    endsOn: args.text('ends-on'),
    text: args.text('text'),
  });
  const told = found.map((each) => {
    const { from, to, beats, endsOn } = figureFacts(each);
    return {
      id: each.id,
      name: each.score.title,
      role: each.role,
      from: from ?? null,
      to: to ?? null,
      beats,
      endsOn,
      tuning: each.score.tuning.name,
      player: each.score.player,
    };
  });
  return {
    json: told,
    text:
      told.length === 0
        ? 'No such figure.'
        : table(
            told.map((each) => [
              each.id,
              each.role,
              `${each.from ?? ''} to ${each.to ?? ''}`,
              `${each.beats} beats, ends on ${each.endsOn}`,
              each.tuning,
            ]),
          ),
  };
}

function cut(args: Arguments, files: readonly string[]): Answer {
  const [path = ''] = onlyFiles(files, 'FILE');
  const score = readScoreFile(path);
  const [, from, to = from] = /^(\d+)(?:-(\d+))?$/.exec(required(args, 'bars')) ?? [];
  if (from === undefined) throw new UsageError(`--bars wants A-B, not “${required(args, 'bars')}”`);
  const name = required(args, 'name');
  const made = orRefuse(
    cutFigure(score, {
      from: { bar: barAt(score, Number(from)), tick: 0 },
      to: { bar: barAt(score, Number(to)) + 1, tick: 0 },
      name,
      role: choice(args, 'role', figureRoles, 'riff'),
      id: name.toLowerCase().replaceAll(/[^a-z\d]+/g, '-'),
    }),
    path,
  );
  const { beats, endsOn } = figureFacts(made);
  return answered(args, asFigureDocument(made), `“${name}”: ${beats} beats, ends on ${endsOn}.`);
}

function barAt(score: Score, number: number): number {
  const index = indexOfBar(score, number);
  if (index < 0 || index >= score.bars.length)
    throw new UsageError(
      `there is no bar ${number}; the piece has bars up to ${numberOfBar(score, score.bars.length - 1)}`,
    );
  return index;
}

function move(args: Arguments, files: readonly string[]): Answer {
  const [path = ''] = onlyFiles(files, 'FIGURE');
  const found = readFigure(args, path);
  const ways = waysFor(args, found, handOf(args));
  return answered(
    args,
    ways.map(({ figure: moved, ...way }) => ({ ...way, figure: asFigureDocument(moved) })),
    ways.map(wayText).join('\n'),
  );
}

function waysFor(args: Arguments, found: Figure, hand: Hand): readonly FigureWay[] {
  const asked = moves.filter((each) => args.text(each) !== undefined);
  const [only] = asked;
  if (!only || asked.length > 1)
    throw new UsageError(`wants one of ${moves.map((each) => `--${each}`).join(', ')}`);
  const text = required(args, only);
  switch (only) {
    case 'frets':
      return [moveByFrets(found, wholeNumber(args, only, 0, -24, 24), { hand })];
    case 'strings':
      return [moveByStrings(found, wholeNumber(args, only, 0, -5, 5), { hand })];
    case 'degree':
      return waysToMove(found, orRefuse(toDegree(found, text)), { hand });
    case 'key':
      return waysToMove(found, toKey(found, orRefuse(parseKey(text))), { hand });
    case 'tuning':
      return waysToMove(found, toTuning(orRefuse(parseTuning(text))), { hand });
  }
}

const wayText = ({ how, mm, told }: FigureWay, index: number): string =>
  [`${index + 1}. ${how}, ${mm} mm of work`, ...told.map((each) => `   ${each}`)].join('\n');

function lay(args: Arguments, files: readonly string[]): Answer {
  const [figurePath = '', piecePath = ''] = onlyFiles(files, 'FIGURE', 'FILE');
  const found = readFigure(args, figurePath);
  const score = readScoreFile(piecePath);
  required(args, 'bar');
  const bar = barAt(score, wholeNumber(args, 'bar', 1, 0, 9999));
  const ways = waysToMove(found, toPlace(found, score, bar), { hand: handOf(args), piece: score });
  const number = wholeNumber(args, 'way', 1, 1, Math.max(1, ways.length));
  const way = ways[number - 1];
  if (!way)
    return orRefuse<Answer>(
      fail('The neck has no place for it there', 'Choose another bar, or move the figure first'),
      piecePath,
    );
  const laid = orRefuse(layFigure(score, bar, way.figure), piecePath);
  return answered(args, asDocument(laid.score), wayText(way, number - 1));
}

/** The answer, written to a file as well where one is named. */
function answered(args: Arguments, json: unknown, text: string): Answer {
  const out = args.text('out');
  if (out !== undefined) writeWhole(out, `${JSON.stringify(json)}\n`);
  return { json, text };
}
