/** Who may import whom: see docs/architecture.md. Tests and their helpers may look further, and are left out. */
const TEST = '(/made\\.ts$|\\.test\\.ts$|/testing[a-z-]*\\.ts$)';
const room = (name, may) => ({
  name: `${name} imports only ${may.join(', ') || 'itself'}`,
  severity: 'error',
  from: { path: `^src/${name}/` },
  to: { path: '^(src|demo|e2e|db)/', pathNot: [`^src/${name}/`, ...may.map((m) => `^src/${m}`)] },
});

/** The folders of the core in the order in which a docket goes through them: each imports those before it. */
const CORE = [
  'measure',
  'shop',
  'docket',
  'fold',
  'pages',
  'preflight',
  'imprint',
  'codes',
  'makeup',
  'lay',
  'cutting',
  'sheet',
  'finishing',
  'marks',
  'findings',
  'reckoning',
  'propose',
  'card',
  'ticket',
  'programs',
];
const inOrder = CORE.slice(0, -1).map((name, i) => ({
  name: `core/${name} imports nothing that comes behind it`,
  severity: 'error',
  from: { path: `^src/core/${name}/` },
  to: { path: [...CORE.slice(i + 1).map((later) => `^src/core/${later}/`), '^src/core/index\\.ts$'] },
}));

module.exports = {
  forbidden: [
    ...inOrder,
    room('core', []),
    room('records', ['core/']),
    room('pdf', ['core/', 'records/']),
    room('machines', ['core/']),
    // both ends of a protocol share its encoding, and nothing else
    room('floor', ['core/', 'pdf/', 'machines/ipp/(codec|tags)\\.ts$']),
    room('server', ['core/', 'pdf/', 'machines/', 'records/']),
    room('cli', ['core/', 'pdf/', 'records/']),
    room('ui', ['core/']),
    room('islands', ['core/', 'ui/']),
    room('pages', ['server/', 'islands/', 'ui/', 'core/', 'pdf/', 'records/', 'machines/', 'layouts/']),
    {
      name: 'core knows nothing of the world',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no circles between folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    {
      name: 'a room is entered by its face',
      severity: 'error',
      from: { path: '^src/([^/]+)/' },
      to: {
        path: '^src/(core|pdf|machines|server)/.+/',
        pathNot: ['^src/$1/', '/index\\.ts$', '^src/machines/ipp/(codec|tags)\\.ts$'],
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // a test may look anywhere; what it imports makes no circle between folders
    exclude: { path: TEST },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
  },
};
