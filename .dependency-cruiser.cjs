/** Who may import whom: see docs/architecture.md. Tests and their helpers may look further. */
const TEST = '(/made\\.ts$|\\.test\\.ts$|/testing\\.ts$)';
const room = (name, may) => ({
  name: `${name} imports only ${may.join(', ') || 'itself'}`,
  severity: 'error',
  from: { path: `^src/${name}/`, pathNot: TEST },
  to: { path: '^(src|demo|e2e|db)/', pathNot: [`^src/${name}/`, ...may.map((m) => `^src/${m}`)] },
});

module.exports = {
  forbidden: [
    room('core', []),
    room('pdf', ['core/']),
    room('machines', ['core/']),
    // both ends of a protocol share its encoding, and nothing else
    room('floor', ['core/', 'pdf/', 'machines/ipp/(codec|tags)\\.ts$']),
    room('server', ['core/', 'pdf/', 'machines/']),
    room('cli', ['core/', 'pdf/']),
    room('ui', ['core/']),
    room('islands', ['core/', 'ui/']),
    room('pages', ['server/', 'islands/', 'ui/', 'core/', 'pdf/', 'machines/', 'layouts/']),
    {
      name: 'core knows nothing of the world',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TEST },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'a room is entered by its face',
      severity: 'error',
      from: { path: '^src/([^/]+)/', pathNot: TEST },
      to: {
        path: '^src/(core|pdf|machines|server)/.+/',
        pathNot: ['^src/$1/', '/index\\.ts$', '^src/machines/ipp/(codec|tags)\\.ts$'],
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
  },
};
