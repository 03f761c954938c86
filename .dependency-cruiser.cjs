/** The one-way arrows between the rooms, and the doors one must use. */
const room = (name) => `^${name}/`
const not = (...names) => `^(?!(${names.join('|')})/|node_modules/)[^/]+/`

// The topics of the core: each may take from those before it, never from one after it.
const CORE_TOPICS = [
  ...['result', 'units', 'random', 'numbers', 'vehicle', 'starting', 'circuit', 'samples'].map(
    (name) => `base/${name}`,
  ),
  ...['pneumatics', 'compressor', 'simulation'].map((name) => `physics/${name}`),
  ...['heights', 'leakdown', 'guided', 'calibration', 'history', 'exchange'].map(
    (name) => `measuring/${name}`,
  ),
  ...['codes', 'arrival', 'diagnosis', 'evidence', 'strategy', 'conversion'].map(
    (name) => `reasoning/${name}`,
  ),
  ...['procedure', 'proposal', 'record', 'proof', 'schedule'].map((name) => `work/${name}`),
]

// Tests look at a piece from outside: they may use what comes after it.
const TESTS = '\\.test\\.tsx?$|/test/'

// Topics of what people read.
const LANGUAGE_TOPICS = [
  'plain',
  'heights',
  'night',
  'causes',
  'repair',
  'work',
  'shop',
  'problems',
]

// What the server is made of, and the objects of its records.
const SERVER_ROOMS = ['store', 'kernel', 'devices', 'domains', 'http']
const DOMAINS = [
  'access',
  'people',
  'shop',
  'vehicleTypes',
  'rounds',
  'watches',
  'codes',
  'knowledge',
  'logs',
  'decisions',
  'work',
  'plans',
  'entries',
  'proofRecord',
  'jobs',
  'vehicles',
  'proof',
  'exchange',
  'privacy',
  'backups',
  'calculations',
]

// Layers of the interface, and what the features share about a job.
const WEB_LAYERS = ['kit', 'client', 'features', 'app']
const JOB_AREAS = [
  'model',
  'heights',
  'frame',
  'link',
  'walk',
  'night',
  'charge',
  'codes',
  'knowledge',
  'guided',
  'record',
  'proof',
  'run',
  'papers',
]

const dashed = (path) => path.replaceAll('/', '-')

/** Rules that let folders of a room take only from those that stand before them. */
const oneWay = (inRoom, folders) =>
  folders.slice(0, -1).map((folder, i) => ({
    name: `${dashed(`${inRoom}/${folder}`)}-takes-from-its-left`,
    severity: 'error',
    comment: `The order is ${folders.join(', ')}.`,
    from: { path: `^${inRoom}/${folder}/`, pathNot: TESTS },
    to: { path: `^${inRoom}/(${folders.slice(i + 1).join('|')})/` },
  }))

/** The same for a room that holds nothing else: a new folder takes its place in the order. */
const oneWayOnly = (inRoom, folders) => [
  ...oneWay(inRoom, folders),
  {
    name: `${dashed(inRoom)}-has-no-folder-out-of-order`,
    severity: 'error',
    comment: `Give it its place in ${folders.join(', ')}.`,
    from: {},
    to: {
      path: `^${inRoom}/${folders[0].replaceAll(/[^/]+/g, '[^/]+')}/`,
      pathNot: `^${inRoom}/(${folders.join('|')}|test|node_modules)/`,
    },
  },
]

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
      name: 'contract-knows-the-core-and-its-schemas',
      comment: 'Its lists of words are the tuples of the core.',
      severity: 'error',
      from: { path: room('contract'), pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(contract|core)/|^node_modules/@sinclair/typebox' },
    },
    {
      name: 'language-knows-core-and-contract',
      severity: 'error',
      from: { path: room('language'), pathNot: TESTS },
      to: { pathNot: '^(language|core|contract)/|^node_modules/date-fns/' },
    },
    ...oneWayOnly('language', LANGUAGE_TOPICS),
    {
      name: 'server-knows-core-and-contract',
      severity: 'error',
      from: { path: room('server'), pathNot: '\\.test\\.ts$' },
      to: { path: '^(web|demo|e2e|bench)/' },
    },
    ...oneWay('server', SERVER_ROOMS),
    ...oneWayOnly('server/domains', DOMAINS),
    {
      name: 'queries-change-nothing',
      severity: 'error',
      from: { path: '^server/domains/[^/]+/queries' },
      to: { path: '/commands\\.ts$' },
    },
    {
      name: 'web-knows-core-and-contract',
      severity: 'error',
      from: { path: room('web'), pathNot: '\\.test\\.ts$' },
      to: { path: '^(server|demo|e2e|bench)/' },
    },
    ...oneWayOnly('web', WEB_LAYERS),
    ...oneWayOnly('web/features/job', JOB_AREAS),
    {
      name: 'no-feature-knows-a-feature',
      severity: 'error',
      comment: 'What features share goes to features/job, or down to client and kit.',
      from: { path: '^web/features/([^/]+)/', pathNot: TESTS },
      to: { path: '^web/features/', pathNot: '^web/features/($1|job)/' },
    },
    {
      name: 'nobody-knows-the-tests',
      severity: 'error',
      from: { pathNot: '\\.test\\.ts$|^(e2e|bench)/' },
      to: { path: '\\.test\\.ts$|^e2e/' },
    },
    ...oneWayOnly('core', CORE_TOPICS),
    {
      name: 'through-the-door',
      severity: 'error',
      comment: 'A topic of the core is entered by its index.ts only.',
      from: { path: '^core/([^/]+/[^/]+)/' },
      to: {
        path: '^core/[^/]+/[^/]+/',
        pathNot: '^core/$1/|^core/test/|/test/|^core/[^/]+/[^/]+/index\\.ts$',
      },
    },
    {
      name: 'through-the-door-from-outside',
      severity: 'error',
      from: { path: not('core') },
      to: { path: '^core/', pathNot: '^core/[^/]+/[^/]+/index\\.ts$' },
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
