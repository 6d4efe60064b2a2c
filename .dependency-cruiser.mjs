/** Which core folders each may import; its own is always allowed. */
const CORE = {
  number: [],
  refusal: [],
  entry: ['refusal', 'property'],
  time: ['number', 'refusal'],
  chance: [],
  bend: ['number', 'refusal', 'time'],
  route: ['number', 'refusal', 'time'],
  fit: ['number', 'refusal', 'time', 'bend', 'route'],
  property: ['number', 'refusal', 'time', 'bend', 'route', 'fit'],
  snap: ['route', 'scene'],
  scene: ['number', 'refusal', 'time', 'chance', 'bend', 'route', 'fit', 'property'],
  letters: ['scene'],
  moves: ['bend', 'route', 'property', 'time'],
  edit: [
    'number',
    'refusal',
    'time',
    'chance',
    'bend',
    'route',
    'fit',
    'property',
    'scene',
    'moves',
    'match',
  ],
  choose: ['number', 'time', 'property', 'scene', 'edit'],
  match: ['refusal', 'time', 'bend', 'route', 'property', 'scene'],
  sound: ['number', 'refusal', 'chance'],
  play: ['number', 'time', 'bend', 'route', 'fit', 'property', 'scene'],
  format: [
    'number',
    'refusal',
    'time',
    'bend',
    'route',
    'fit',
    'property',
    'scene',
    'moves',
    'edit',
    'match',
    'play',
    'sound',
    'letters',
  ],
}

const inCore = Object.entries(CORE).map(([folder, allowed]) => ({
  name: `core-${folder}`,
  comment: `core/src/${folder} may import ${allowed.join(', ') || 'no other folder'}`,
  severity: 'error',
  from: { path: `^core/src/${folder}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/src/', pathNot: `^core/src/(${[folder, ...allowed].join('|')})/` },
}))

const throughIndex = {
  name: 'core-by-its-face',
  comment: 'a core folder is imported by its index',
  severity: 'error',
  from: { path: '^core/src/([^/]+)/', pathNot: '\\.test\\.ts$' },
  to: { path: '^core/src/([^/]+)/', pathNot: ['^core/src/$1/', '/index\\.ts$'] },
}

export default {
  forbidden: [
    ...inCore,
    throughIndex,
    { name: 'no-cycles', severity: 'error', from: { pathNot: '\\.test\\.ts$' }, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'no interface, no Node, nothing above it',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^(app|cli|server|demo|bench|e2e)/|node_modules/(vue|pinia|dexie|express)/',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'ui-knows-no-store',
      severity: 'error',
      from: { path: '^app/src/ui/' },
      // Following the pointer is as free of any store as these are.
      to: {
        pathNot: '^app/src/gesture/trackPointer',
        path: '^app/src/(session|storage|gesture|command|screens|shell|draw|chart|pictures|work)/',
      },
    },
    {
      name: 'charts-know-no-store',
      comment: 'pure drawings, shared by screens',
      severity: 'error',
      from: { path: '^app/src/chart/', pathNot: '\\.test\\.ts$' },
      to: { path: '^app/src/(session|storage|gesture|command|screens|shell|pictures|work)/' },
    },
    {
      name: 'desk-parts-apart',
      comment: 'stage, deck, rail and side do not import each other',
      severity: 'error',
      from: { path: '^app/src/screens/desk/(stage|deck|rail|side)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^app/src/screens/desk/(stage|deck|rail|side)/', pathNot: '^app/src/screens/desk/$1/' },
    },
    {
      name: 'screens-apart',
      comment: 'screens do not import one another',
      severity: 'error',
      from: { path: '^app/src/screens/([^/]+)/' },
      to: { path: '^app/src/screens/', pathNot: '^app/src/screens/$1/' },
    },
    {
      name: 'below-the-screens',
      severity: 'error',
      from: { path: '^app/src/(session|storage|draw|work|pictures|gesture)/' },
      to: { path: '^app/src/(screens|shell)/' },
    },
    {
      name: 'storage-at-the-bottom',
      severity: 'error',
      from: { path: '^app/src/(storage|draw|pictures)/' },
      to: { path: '^app/src/(session|ui|gesture|chart)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.vue', '.mjs', '.js'],
    },
  },
}
