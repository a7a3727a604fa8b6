/**
 * The floors of the house. `core` is built ground floor first; each floor may use only those below it,
 * and no workspace may reach up to one that stands on it.
 */
const coreFloors = [
  'text',
  'fault',
  'qr',
  'random',
  'steps',
  'pitch',
  'instrument',
  'score',
  'hands',
  'shapes',
  'fingering',
  'tuning-finder',
  'thumb',
  'melody',
  'form',
  'figures',
  'two-guitars',
  'stages',
  'style',
  'licks',
  'grading',
  'directions',
  'walk-through',
  'engraving',
  'staff',
  'checking',
  'sound',
  'listening',
  'note-model',
  'transcription',
  'practice',
  'takes',
  'stand-ins',
  'formats',
];
const mayUse = {
  core: [],
  contract: ['core'],
  press: ['core'],
  cli: ['press', 'core'],
  server: ['contract', 'press', 'core'],
  web: ['contract', 'core'],
};

const upward = coreFloors.slice(0, -1).map((floor, index) => ({
  name: `core-${floor}-reaches-up`,
  severity: 'error',
  from: { path: `^core/src/${floor}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^core/src/(${coreFloors.slice(index + 1).join('|')})/` },
}));

const betweenWorkspaces = Object.entries(mayUse).map(([from, allowed]) => ({
  name: `${from}-uses-only-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${from}/src/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: `^(${['core', 'contract', 'press', 'server', 'cli', 'web'].filter((w) => w !== from && !allowed.includes(w)).join('|')})/`,
  },
}));

const webFeatures = [
  'sign-in',
  'repertoire',
  'bench',
  'people',
  'players',
  'after-player',
  'tuning-room',
  'practice',
  'today',
];

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    ...upward,
    ...betweenWorkspaces,
    {
      name: 'a-floor-is-entered-by-its-face',
      comment: 'Another floor of core is used through its index.ts only.',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/[^/]+/', pathNot: ['^core/src/$1/', '/index\\.ts$', '/schema\\.ts$'] },
    },
    ...webFeatures.map((feature) => ({
      name: `web-${feature}-keeps-to-itself`,
      severity: 'error',
      from: { path: `^web/src/${feature}/` },
      to: { path: `^web/src/(${webFeatures.filter((other) => other !== feature).join('|')})/` },
    })),
    {
      name: 'core-knows-no-platform',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
