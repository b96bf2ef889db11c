/**
 * The core has wings, each with rooms; both look down this list only, never up. A wing is entered by
 * its one door, from server and web, too.
 */
const HOUSE = {
  ground: ['units', 'solids', 'solving'],
  shop: ['stock', 'tooling', 'calibration', 'record'],
  design: ['shapes', 'joints', 'job'],
  making: [
    'setups',
    'machine',
    'hazards',
    'method',
    'bench',
    '(bandsaw|copyRouter|drillPress|handRouter|jigRouter|mortiser|overheadSaw|routerTable|tableSaw)',
    'machines\\.ts$',
    'cautions\\.ts$',
    'ways',
    'simulate',
  ],
  quick: [],
  exchange: [],
  day: [
    'sequence',
    'jobwide',
    'cutlist',
    'tasks',
    'assembly',
    'works',
    'plan',
    'trial',
    'floor',
    'rescue',
  ],
  wire: [],
};
const WINGS = Object.keys(HOUSE);
const isNoTest = { pathNot: '\\.test\\.ts$' };

const downByDoors = WINGS.flatMap((wing, i) => [
  {
    name: `${wing}-looks-down-only`,
    severity: 'error',
    from: { path: `^core/src/${wing}/`, ...isNoTest },
    to: { path: `^core/src/(${[...WINGS.slice(i + 1), 'testing'].join('|')})/` },
  },
  {
    name: `${wing}-by-its-door`,
    severity: 'error',
    from: { path: '^core/src/', pathNot: `(\\.test\\.ts$|^core/src/(${wing}|testing)/)` },
    to: { path: `^core/src/${wing}/`, pathNot: `^core/src/${wing}/index\\.ts$` },
  },
]);

/** A room is a folder, or one file. */
const pathOf = (room) => (room.endsWith('$') ? room : `${room}/`);

const roomsDown = WINGS.flatMap((wing) =>
  HOUSE[wing].map((room, i) => ({
    name: `${wing}-${room}-looks-down-only`,
    severity: 'error',
    from: { path: `^core/src/${wing}/${pathOf(room)}`, ...isNoTest },
    to: {
      path: `^core/src/${wing}/(${[...HOUSE[wing].slice(i + 1), 'index\\.ts$'].map(pathOf).join('|')})`,
    },
  })),
);

/** Folders of the page; each uses what stands before it. Rooms may show what is another room's. */
const PAGE = [
  'browser',
  'server',
  'recording',
  'keeping',
  'planning',
  'widgets',
  'drawings',
  'frame',
  'rooms',
];
const pageDown = PAGE.map((folder, i) => ({
  name: `${folder}-looks-down-only`,
  severity: 'error',
  from: { path: `^web/src/${folder}/`, ...isNoTest },
  to: { path: `^web/src/((${PAGE.slice(i + 1).join('|') || '-'})/|App)` },
}));

const [MACHINES] = HOUSE.making.filter((room) => room.startsWith('('));

module.exports = {
  forbidden: [
    ...downByDoors,
    ...roomsDown,
    ...pageDown,
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
        pathNot:
          '^core/src/((\\w+/index|version|ground/solids/manifoldModeller|testing/demo)\\.ts$)',
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
      from: { path: '^core/src/making/\\w+/methods/(\\w+)', ...isNoTest },
      /** But for the bench’s, by which some end. */
      to: { path: '^core/src/making/(?!bench)\\w+/methods/', pathNot: '/$1\\.ts$' },
    },
    {
      name: 'a-machine-is-alone',
      severity: 'error',
      from: { path: `^core/src/making/${MACHINES}/`, ...isNoTest },
      to: { path: `^core/src/making/${MACHINES}/`, pathNot: '^core/src/making/$1/' },
    },
    {
      name: 'a-job-is-changed-by-edits',
      severity: 'error',
      /** Rooms say what is done (`keeping/useEdit.ts`); none builds a job. */
      from: { path: '^web/src/(?!keeping/|frame/|store)' },
      to: { path: '^web/src/keeping/bench\\.ts$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
};
