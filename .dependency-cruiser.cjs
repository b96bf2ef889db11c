/** The layers of the core point one way; server and web see only the core's public doors. */
const ORDER = [
  'units',
  'solids',
  'solving',
  'stock',
  'tooling',
  'calibration',
  'shapes',
  'joints',
  'setups',
  'machines',
  'hazards',
  'methods',
  'quick',
  'sequence',
  'simulate',
  'record',
  'exchange',
  'jobwide',
  'cutlist',
  'tasks',
  'assembly',
  'plan',
  'trial',
  'floor',
  'rescue',
];

const upward = ORDER.map((layer, i) => ({
  name: `core-${layer}-looks-down-only`,
  severity: 'error',
  from: { path: `^core/src/${layer}/`, pathNot: '\\.test\\.ts$' },
  to: {
    path: `^core/src/(${[...ORDER.slice(i + 1), 'index\\.ts', 'testing'].join('|')})`,
  },
}));

module.exports = {
  forbidden: [
    ...upward,
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: '(\\.test\\.ts$|^core/src/testing/)' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-knows-no-screen',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(server|web|e2e|bench)/' },
    },
    {
      name: 'core-by-its-doors',
      severity: 'error',
      from: { path: '^(server|web)/src' },
      to: {
        path: '^core/src/',
        pathNot: '^core/src/(index|solids/manifoldModeller|testing/index)\\.ts$',
      },
    },
    {
      name: 'server-and-web-apart',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^server/' },
    },
    {
      name: 'a-method-is-alone',
      severity: 'error',
      from: { path: '^core/src/methods/([a-zA-Z]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/methods/([a-zA-Z]+)/', pathNot: '^core/src/methods/$1/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
};
