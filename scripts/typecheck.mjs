import { join } from 'node:path';
import { root } from './lib/project.mjs';
import { run } from './lib/run.mjs';

// Core alone knows neither a browser nor Node, the server's rooms no browser; everything together, tests too, is typed once.
const projects = ['core', 'tsconfig.node.json', 'tsconfig.json', 'tsconfig.scripts.json'];
let worst = 0;
for (const project of projects)
  worst = Math.max(
    worst,
    await run(process.execPath, [join(root, 'node_modules/typescript7/bin/tsc'), '-p', project]),
  );
process.exit(worst);
