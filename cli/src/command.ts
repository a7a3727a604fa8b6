import type { Fault, Result } from '@jocund/core/fault';

/** One command of `jocund`. `run` returns the answer; how it is printed depends on `--json`. */
export interface Command {
  readonly name: string;
  readonly summary: string;
  /** Arguments as shown in help: "FILE [--bars A-B]". */
  readonly usage: string;
  readonly options: Readonly<Record<string, 'text' | 'flag'>>;
  readonly run: (args: Arguments) => Answer | Promise<Answer>;
}

export interface Arguments {
  readonly positionals: readonly string[];
  readonly text: (option: string) => string | undefined;
  readonly flag: (option: string) => boolean;
}

/** What a command found: one JSON document, and the same as readable text. */
export interface Answer {
  readonly json: unknown;
  readonly text: string;
}

/** The command was called wrongly: exit 2. */
export class UsageError extends Error {}

/** The input is at fault: exit 1, one line with place, reason and remedy. */
export class InputError extends Error {
  readonly fault: Fault;
  constructor(fault: Fault) {
    super(fault.reason);
    this.fault = fault;
  }
}

/** The value of a result, or the fault on its way to standard error. */
export function orRefuse<T>(result: Result<T>, file?: string): T {
  if (result.ok) return result.value;
  const { fault } = result;
  throw new InputError(file ? { ...fault, place: { file, ...fault.place } } : fault);
}

export function required(args: Arguments, option: string): string {
  const value = args.text(option);
  if (value === undefined) throw new UsageError(`--${option} is missing`);
  return value;
}

/** The positional arguments by number; too few or too many is wrong usage. */
export function positional(args: Arguments, ...names: string[]): string[] {
  if (args.positionals.length !== names.length) {
    throw new UsageError(
      `wants ${names.length === 0 ? 'no file' : names.join(' and ')}, was given ${args.positionals.length}`,
    );
  }
  return [...args.positionals];
}

export function wholeNumber(
  args: Arguments,
  option: string,
  fallback: number,
  low: number,
  high: number,
): number {
  const text = args.text(option);
  if (text === undefined) return fallback;
  const value = Number(text);
  if (!Number.isInteger(value) || value < low || value > high) {
    throw new UsageError(`--${option} wants a whole number from ${low} to ${high}, not “${text}”`);
  }
  return value;
}

export function decimalNumber(
  args: Arguments,
  option: string,
  fallback: number,
  low: number,
  high: number,
): number {
  const text = args.text(option);
  if (text === undefined) return fallback;
  const value = Number(text);
  if (!/^\d+(\.\d+)?$/.test(text) || value < low || value > high)
    throw new UsageError(`--${option} wants a number from ${low} to ${high}, not “${text}”`);
  return value;
}

export function choice<T extends string>(
  args: Arguments,
  option: string,
  choices: readonly T[],
  fallback: T,
): T {
  const text = args.text(option);
  if (text === undefined) return fallback;
  const found = choices.find((each) => each === text);
  if (!found) throw new UsageError(`--${option} wants ${choices.join(' or ')}, not “${text}”`);
  return found;
}

/** Columns padded to the widest cell, two spaces between. */
export function table(rows: readonly (readonly (string | number)[])[]): string {
  const cells = rows.map((row) => row.map(String));
  const widths = cells.reduce<number[]>(
    (all, row) => row.map((cell, index) => Math.max(all[index] ?? 0, cell.length)),
    [],
  );
  return cells
    .map((row) =>
      row
        .map((cell, index) => cell.padEnd(widths[index] ?? 0))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}
