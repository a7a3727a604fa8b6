import { parseArgs } from 'node:util';
import { describeFault } from '@jocund/core/fault';
import { InputError, UsageError, table, type Answer, type Arguments, type Command } from './command.ts';
import { convert } from './commands/convert.ts';
import { fit } from './commands/fit.ts';
import { diff } from './commands/diff.ts';
import { figure } from './commands/figure.ts';
import { form } from './commands/form.ts';
import { ladder } from './commands/ladder.ts';
import { finger } from './commands/finger.ts';
import { findtuning } from './commands/findtuning.ts';
import { name } from './commands/name.ts';
import { grips, move } from './commands/shapes.ts';
import { schema } from './commands/schema.ts';
import { words } from './commands/words.ts';
import { styleApply } from './commands/style-apply.ts';
import { style, styleCheck, styleCompare } from './commands/style.ts';
import { simplify } from './commands/simplify.ts';
import { second } from './commands/second.ts';
import { call, check, grade } from './commands/score.ts';
import { listen } from './commands/listen.ts';
import { student } from './commands/student.ts';
import { take } from './commands/take.ts';
import { thumb } from './commands/thumb.ts';
import { tune, tunings } from './commands/tuning.ts';

const commands: readonly Command[] = [
  tune,
  tunings,
  name,
  grips,
  move,
  findtuning,
  thumb,
  fit,
  finger,
  check,
  call,
  grade,
  ladder,
  form,
  diff,
  figure,
  second,
  simplify,
  words,
  style,
  styleCompare,
  styleCheck,
  styleApply,
  listen,
  take,
  student,
  convert,
  schema,
];

/** What a call of `jocund` comes to: exit 0 done, 1 the input is at fault, 2 wrong usage. */
export interface Outcome {
  readonly exitCode: 0 | 1 | 2;
  readonly stdout: string;
  readonly stderr: string;
}

/** Runs one call without touching the process, so that tests and `main` share it. */
export async function run(argv: readonly string[]): Promise<Outcome> {
  const [wanted, ...rest] = argv;
  if (wanted === undefined || wanted === '--help' || wanted === 'help')
    return { exitCode: wanted ? 0 : 2, ...helpTo(wanted !== undefined, overview()) };
  const command = commands.find((each) => each.name === wanted);
  if (!command) return { exitCode: 2, stdout: '', stderr: `“${wanted}” is not a command.\n${overview()}` };
  try {
    const parsed = parse(command, rest);
    if (parsed.help) return { exitCode: 0, stdout: usageOf(command), stderr: '' };
    return { exitCode: 0, stdout: print(await command.run(parsed.args), parsed.json), stderr: '' };
  } catch (error) {
    if (error instanceof UsageError)
      return {
        exitCode: 2,
        stdout: '',
        stderr: `jocund ${command.name}: ${error.message}.\n${usageOf(command)}`,
      };
    if (error instanceof InputError)
      return { exitCode: 1, stdout: '', stderr: `${describeFault(error.fault)}\n` };
    throw error;
  }
}

const helpTo = (asked: boolean, text: string) =>
  asked ? { stdout: text, stderr: '' } : { stdout: '', stderr: text };

const overview = (): string =>
  `jocund COMMAND … [--json]\n${table(commands.map((each) => [`  ${each.name}`, each.summary]))}\njocund COMMAND --help tells a command's arguments.\n`;

const usageOf = ({ name: command, usage, summary }: Command): string =>
  `jocund ${`${command} ${usage}`.trim()} [--json]\n${summary}\n`;

const print = ({ json, text }: Answer, asJson: boolean): string =>
  `${asJson ? JSON.stringify(json, undefined, 1) : text}\n`;

/** `--by -2` as `--by=-2`: the parser would take a negative number for an option. */
const withNegativeValues = (argv: readonly string[]): string[] =>
  argv.reduce<string[]>((args, arg) => {
    const option = args.at(-1);
    return /^-\d/.test(arg) && option?.startsWith('--') && !option.includes('=')
      ? [...args.slice(0, -1), `${option}=${arg}`]
      : [...args, arg];
  }, []);

function parse(command: Command, argv: readonly string[]): { args: Arguments; json: boolean; help: boolean } {
  const options = Object.fromEntries(
    Object.entries({ ...command.options, json: 'flag', help: 'flag' }).map(([option, kind]) => [
      option,
      { type: kind === 'flag' ? ('boolean' as const) : ('string' as const) },
    ]),
  );
  try {
    const { values, positionals } = parseArgs({
      args: withNegativeValues(argv),
      options,
      allowPositionals: true,
      strict: true,
    });
    const text = (option: string) => {
      const value = values[option];
      return typeof value === 'string' ? value : undefined;
    };
    const flag = (option: string) => values[option] === true;
    return { args: { positionals, text, flag }, json: values.json === true, help: values.help === true };
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message.replace(/\.$/, '') : 'cannot be read');
  }
}
