import { printAsked } from '../sheets/asked-sheets.ts';
import { measureStored } from '../summaries/measure.ts';

/** Work that takes a processor longer than a request may hold up the others. */
const tasks = { measureStored, printAsked };

type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
export type InputOf<Name extends TaskName> = Parameters<Tasks[Name]>;
export type OutputOf<Name extends TaskName> = Awaited<ReturnType<Tasks[Name]>>;

type Task<Name extends TaskName> = (...input: InputOf<Name>) => OutputOf<Name> | Promise<OutputOf<Name>>;

/** Does one of them here. */
export const doTask = async <Name extends TaskName>(
  name: Name,
  input: InputOf<Name>,
): Promise<OutputOf<Name>> => (tasks[name] as unknown as Task<Name>)(...input);
