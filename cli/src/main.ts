import { run } from './run.ts';

const { exitCode, stdout, stderr } = await run(process.argv.slice(2));
process.stdout.write(stdout);
process.stderr.write(stderr);
process.exitCode = exitCode;
