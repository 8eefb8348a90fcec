// Who may import whom: the table of docs/architecture.md, checked in CI.
const may = {
  core: [],
  formats: ['core', 'inputs'],
  inputs: ['core'],
  outside: ['core'],
  data: ['core'],
  usecases: ['data', 'core', 'outside', 'formats', 'inputs'],
  services: ['usecases', 'data', 'core', 'outside'],
  workers: ['core', 'outside'],
  ui: ['core'],
  screens: ['ui', 'core', 'inputs', 'workers', 'usecases', 'formats'],
  app: ['screens', 'usecases', 'services', 'inputs', 'formats', 'core', 'ui'],
};

/** Subjects of the core: each may import what stands left of it. */
const subjects = [
  'kinds',
  'catalogue',
  'vin',
  'blade',
  'pellet',
  'identify',
  'authority',
  'programming',
  'prove',
  'benchcar',
  'procedure',
  'travel',
  'supply',
  'run',
  'job',
  'logbook',
  'quote',
  'day',
  'practice',
];

/** Floors of the use-cases: each folder may import those below its floor and itself. Loose files are the ground. */
const floors = [
  ['pool', 'people'],
  ['vault'],
  ['asking'],
  ['audit', 'shop', 'library'],
  ['editing'],
  ['view'],
  ['jobs', 'secrets', 'quote', 'identify'],
  ['benches', 'errands'],
  ['world', 'archive'],
];

const rooms = Object.entries(may).map(([room, others]) => ({
  name: `${room}-imports`,
  severity: 'error',
  comment: `${room} may import ${others.join(', ') || 'nothing else'}`,
  from: { path: `^src/${room}/` },
  to: { path: '^src/', pathNot: `^src/(${[room, ...others].join('|')})/` },
}));

const order = subjects.map((subject, at) => ({
  name: `core-${subject}-order`,
  severity: 'error',
  comment: `core/${subject} may import only what stands left of it`,
  from: { path: `^src/core/${subject}/` },
  to: { path: '^src/core/', pathNot: `^src/core/(${subjects.slice(0, at + 1).join('|')})/` },
}));

const known = {
  src: Object.keys(may),
  'src/core': subjects,
  'src/usecases': floors.flat(),
};

const strange = Object.entries(known).map(([folder, names]) => ({
  name: `strange-folder-in-${folder.replace('/', '-')}`,
  severity: 'error',
  comment: `a new folder of ${folder} needs a rule here: who may it import?`,
  from: { path: `^${folder}/[^/]+/`, pathNot: `^${folder}/(${names.join('|')})/` },
  to: {},
}));

const storeys = floors.flatMap((folders, floor) =>
  folders.map((folder) => ({
    name: `usecases-${folder}-floor`,
    severity: 'error',
    comment: `usecases/${folder} may import only what stands below it`,
    from: { path: `^src/usecases/${folder}/` },
    to: {
      path: '^src/usecases/[^/]+/',
      pathNot: `^src/usecases/(${[folder, ...floors.slice(0, floor).flat()].join('|')})/`,
    },
  })),
);

module.exports = {
  forbidden: [
    ...rooms,
    ...order,
    ...strange,
    ...storeys,
    {
      name: 'usecases-ground',
      severity: 'error',
      comment: 'the loose files of the use-cases import no folder of them',
      from: { path: '^src/usecases/[^/]+$', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/usecases/[^/]+/' },
    },
    {
      name: 'texts-by-view',
      severity: 'error',
      comment:
        'what a job holds is read and changed in the name of whoever asks (asking/read-as), so that no text tells its writer what became of it',
      from: {
        path: '^src/usecases/(editing|view|jobs|secrets|quote|identify|benches|library/(check|contradictions|run-marks|settle|procedures)\\.ts)',
        pathNot: '^src/usecases/secrets/retention\\.ts$',
      },
      to: { path: '^src/usecases/database\\.ts$' },
    },
    {
      name: 'screens-take-types',
      severity: 'error',
      comment: 'screens take types of use-cases and of answers only; what they do comes in as props',
      from: { path: '^src/screens/' },
      to: { path: '^src/(usecases|formats)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core knows no React, Next, Node or database',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-packages',
      severity: 'error',
      comment: 'of packages, core uses date arithmetic only',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { path: 'node_modules', pathNot: 'node_modules/(date-fns|@date-fns)' },
    },
    {
      name: 'screens-apart',
      severity: 'error',
      comment:
        'screens of different places never import each other; what several of them show stands in parts',
      from: { path: '^src/screens/([^/]+)/' },
      to: { path: '^src/screens/([^/]+)/', pathNot: '^src/screens/($1|parts)/' },
    },
    {
      name: 'database-in-data',
      severity: 'error',
      comment: 'only data talks to the database (the pool type is allowed to use-cases)',
      from: { path: '^src/', pathNot: '^src/(data|usecases)/' },
      to: { path: 'node_modules/(pg|node-pg-migrate)/' },
    },
    {
      name: 'ui-names-no-core-code',
      severity: 'error',
      comment: 'ui takes types of core only',
      from: { path: '^src/ui/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/core/', pathNot: '^src/core/kinds/', dependencyTypesNot: ['type-only'] },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'] },
  },
};
