/** One way: core ← server ← pages and islands. Features do not know each other. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'core imports nothing outside itself',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^core/src' },
    },
    {
      name: 'testing-helpers-stay-in-tests',
      severity: 'error',
      from: { path: '/src/', pathNot: '(\\.test\\.ts$|/testing/)' },
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
      name: 'feature-door',
      severity: 'error',
      comment: 'a feature is entered by its index.ts',
      from: { pathNot: '^web/src/features/' },
      to: { path: '^web/src/features/[^/]+/', pathNot: '^web/src/features/[^/]+/index\\.ts$' },
    },
    {
      name: 'no-server-in-browser',
      severity: 'error',
      from: { path: '^web/src/(features|ui|workers|contracts)/' },
      to: { path: '^web/src/server/' },
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
        pathNot: '^web/src/server/(database/|testing/|[^/]+/repository\\.ts)|drizzle|\\.db\\.test\\.ts$',
      },
      to: { path: 'node_modules/(drizzle-orm|pg)/' },
    },
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
