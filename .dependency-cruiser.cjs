/** Arrows between the rooms go one way. Each room may import what is listed, and nothing else of ours. */
const MAY = {
  core: [],
  contract: ['core'],
  intake: ['core'],
  output: ['core', 'intake'],
  demo: ['core', 'contract'],
  ipp: [],
  press: ['core', 'contract', 'demo', 'ipp'],
  bench: ['core', 'contract', 'intake', 'demo', 'server', 'faults'],
  cli: ['core', 'contract', 'intake', 'output', 'demo', 'bench'],
  server: ['core', 'contract', 'intake', 'output', 'demo', 'ipp'],
  web: ['core', 'contract'],
  e2e: ['demo'],
  faults: ['core', 'contract', 'demo'],
};
const rooms = Object.keys(MAY);

/** A test may look at another room's finished work. */
const TESTS = '\\.(test|spec)\\.ts$|^web/test/';

module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    ...rooms.map((room) => ({
      name: `${room}-imports`,
      severity: 'error',
      from: { path: `^${room}/`, pathNot: TESTS },
      to: {
        path: `^(${rooms.filter((other) => other !== room && !MAY[room].includes(other)).join('|')})/`,
      },
    })),
    {
      name: 'core-is-pure',
      comment:
        'No I/O, no framework: of packages only those that compute and do nothing else (docs/decisions/0014).',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev'],
        pathNot:
          'node_modules/(@intlify/core-base|date-fns|maxrects-packer|papaparse|ml-levenberg-marquardt|ts-fsrs|@types/papaparse)/',
      },
    },
    {
      name: 'subjects-through-their-index',
      comment:
        'Inside core a subject is used by its public file; types of the plan are the one exception.',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/' },
      to: {
        path: '^core/src/([^/]+)/(?!index\\.ts$)',
        pathNot: ['^core/src/$1/', '^core/src/plan/plan\\.ts$'],
      },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      // What a browser takes instead is found by the conditions of its package.
      from: { orphan: true, pathNot: ['\\.d\\.ts$', '\\.config\\.ts$', '/texts/none\\.ts$'] },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Another language in the same clothes: compiled by scripts/kernels.mjs.
    exclude: { path: '^core/kernels/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types'] },
  },
};
