/** The one-way arrows between the rooms, and the doors one must use. */
const room = (name) => `^${name}/`
const not = (...names) => `^(?!(${names.join('|')})/|node_modules/)[^/]+/`

module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: room('core'), pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^core/' },
    },
    {
      name: 'contract-knows-only-its-schemas',
      severity: 'error',
      from: { path: room('contract'), pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^contract/|^node_modules/@sinclair/typebox' },
    },
    {
      name: 'server-knows-core-and-contract',
      severity: 'error',
      from: { path: room('server'), pathNot: '\\.test\\.ts$' },
      to: { path: '^(web|demo|e2e|bench)/' },
    },
    {
      name: 'web-knows-core-and-contract',
      severity: 'error',
      from: { path: room('web'), pathNot: '\\.test\\.ts$' },
      to: { path: '^(server|demo|e2e|bench)/' },
    },
    {
      name: 'nobody-knows-the-tests',
      severity: 'error',
      from: { pathNot: '\\.test\\.ts$|^(e2e|bench)/' },
      to: { path: '\\.test\\.ts$|^e2e/' },
    },
    {
      name: 'through-the-door',
      severity: 'error',
      comment: 'A topic of the core is entered by its index.ts only.',
      from: { path: '^core/([^/]+)/' },
      to: { path: '^core/([^/]+)/', pathNot: '^core/$1/|^core/test/|^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'through-the-door-from-outside',
      severity: 'error',
      from: { path: not('core') },
      to: { path: '^core/', pathNot: '^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'contract-by-its-door',
      severity: 'error',
      from: { path: not('contract') },
      to: { path: '^contract/', pathNot: '^contract/index\\.ts$' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: 'dist/|test-results/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.css'],
    },
  },
}
