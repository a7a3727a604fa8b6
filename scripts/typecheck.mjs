import { join } from 'node:path';
import { root } from './lib/project.mjs';
import { run } from './lib/run.mjs';

const projects = [
  'core',
  'core/tsconfig.test.json',
  'contract',
  'server',
  'cli',
  'press',
  'web',
  'e2e',
  'tsconfig.scripts.json',
];
let worst = 0;
for (const project of projects)
  worst = Math.max(
    worst,
    await run(process.execPath, [join(root, 'node_modules/typescript/bin/tsc'), '-p', project]),
  );
process.exit(worst);
