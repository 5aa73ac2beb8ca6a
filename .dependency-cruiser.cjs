/** The modules of core in their order: each imports only from those before it (docs/architecture.md). */
const CORE_MODULES = [
  'message',
  'units',
  'uncertainty',
  'statistics',
  'measurement',
  'instruments',
  'safety',
  'height',
  'diameter',
  'methods',
  'protocol',
  'log-rules',
  'taper',
  'volume',
  'biomass',
  'height-curve',
  'tree',
  'callout',
  'plot',
  'bucking',
  'layout',
  'tree-file',
  'inventory',
  'quality',
];

/** Modules of the server that others build on, and those that they must not know. */
const SERVER_CIRCLES = [
  ['revisions', ['history', 'surveys', 'plots', 'trees', 'results', 'volume-settings']],
  ['history', ['surveys', 'plots', 'trees', 'results', 'volume-settings', 'review', 'report', 'import', 'tally']],
  ['surveys', ['plots', 'trees', 'results', 'volume-settings', 'review', 'report', 'import', 'tally']],
  ['plots', ['trees', 'results', 'volume-settings', 'review', 'report', 'import', 'tally']],
  ['trees', ['results', 'volume-settings', 'review', 'report', 'import', 'tally']],
  ['results', ['review', 'report', 'import', 'tally', 'volume-settings']],
];

const coreOrder = CORE_MODULES.map((module, i) => ({
  name: `core-order-${module}`,
  severity: 'error',
  comment: 'a module of core imports only from modules above it',
  from: { path: `^core/src/${module}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^core/src/', pathNot: `^core/src/(${CORE_MODULES.slice(0, i + 1).join('|')})/` },
}));

/** One way: core ← server ← pages and islands. Features do not know each other. */
module.exports = {
  forbidden: [
    ...coreOrder,
    {
      name: 'core-module-entry',
      severity: 'error',
      comment:
        'another module of core is entered by its index.ts; the generated list of methods imports each method file',
      from: { path: '^core/src/([^/]+)/', pathNot: '\\.test\\.ts$|/testing/|method-files\\.ts$' },
      to: { path: '^core/src/[^/]+/', pathNot: '^core/src/($1)/|/index\\.ts$' },
    },
    {
      name: 'demo-uses-core-only',
      severity: 'error',
      from: { path: '^demo/src' },
      to: { pathNot: '^(core|demo)/src|node_modules/' },
    },
    {
      name: 'demo-loader-only',
      severity: 'error',
      comment:
        'the application works without the demo: only its loader, two pages with example stems, and tests use it',
      from: {
        path: '^web/src',
        pathNot: '^web/src/server/(demo|database|testing)/|^web/src/features/results/entries/Local|\\.test\\.ts$',
      },
      to: { path: '^demo/src' },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'core imports nothing outside itself',
      from: { path: '^core/src', pathNot: '\\.test\\.tsx?$|/testing/' },
      to: { pathNot: '^core/src' },
    },
    {
      name: 'testing-helpers-stay-in-tests',
      severity: 'error',
      from: { path: '/src/', pathNot: '(\\.test\\.tsx?$|/testing/)' },
      to: { path: '/testing/' },
    },
    { name: 'core-tests', severity: 'error', from: { path: '^core/src.*\\.test\\.ts$' }, to: { path: '^web/' } },
    { name: 'no-node-in-core', severity: 'error', from: { path: '^core/src' }, to: { dependencyTypes: ['core'] } },
    {
      name: 'no-feature-to-feature',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/', pathNot: '^web/src/features/$1/' },
    },
    {
      name: 'feature-entries',
      severity: 'error',
      comment: 'pages import the file of an island, in entries/',
      from: { pathNot: '^web/src/features/' },
      to: { path: '^web/src/features/[^/]+/', pathNot: '^web/src/features/[^/]+/entries/' },
    },
    {
      name: 'no-server-in-browser',
      severity: 'error',
      from: { path: '^web/src/(features|ui|workers|contracts)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^web/src/server/' },
    },
    {
      name: 'no-validator-in-browser',
      severity: 'error',
      comment: 'the browser checks forms by the rule tables; contract classes are types to it',
      from: { path: '^web/src/(features|ui|client|workers)/', pathNot: '\\.test\\.tsx?$' },
      to: {
        path: '^web/src/contracts/',
        pathNot:
          '^web/src/contracts/(generated|rules)/|/(views|tree-write|photo-view|plot-facts|field-rules-body)\\.ts$',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'no-pages-below',
      severity: 'error',
      from: { path: '^web/src/(features|ui|workers|contracts|server)/' },
      to: { path: '^web/src/pages/' },
    },
    {
      name: 'server-knows-no-islands',
      severity: 'error',
      from: { path: '^web/src/(server|contracts)/' },
      to: { path: '^web/src/(features|ui)/' },
    },
    {
      name: 'sql-in-repositories',
      severity: 'error',
      comment: 'repositories own all SQL',
      from: {
        path: '^web/src/',
        pathNot: '^web/src/server/(database/|testing/|[^/]+/[a-z-]*repository\\.ts)|drizzle|\\.db\\.test\\.ts$',
      },
      to: { path: 'node_modules/(drizzle-orm|pg)/' },
    },
    {
      name: 'repositories-return-records',
      severity: 'error',
      comment: 'a wire view is made of a record by a query',
      from: { path: '^web/src/server/.*repository\\.ts$' },
      to: { path: '^web/src/contracts/views\\.ts$' },
    },
    ...SERVER_CIRCLES.map(([module, others]) => ({
      name: `server-${module}`,
      severity: 'error',
      comment: 'modules of the server depend on each other one way',
      from: { path: `^web/src/server/${module}/`, pathNot: '\\.test\\.tsx?$' },
      to: { path: `^web/src/server/(${others.join('|')})/` },
    })),
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
